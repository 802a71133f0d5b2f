# frozen_string_literal: true

module Core
  module Recaptures
    # Does a report belong to a fish without anybody having to look?
    #
    #   report:   { caught_on: Date, the last day it can have been, caught_from: see Candidates,
    #             species_code: | nil, found_how: }
    #   complete: whether every character of the number could be read
    #   carrying: fish whose tag the number is when nothing was misread, else the fish that it is
    #             most likely: [TaggedFish]
    #   weighed:  what Candidates made of the report
    #   ours:     whether one of the numbers has the form of this programme's
    #   alike:    whether the species that was told is one that the fish's species is easily taken
    #             for
    #   already_in: whether this catch of that fish seems to have been told already
    #   sure:     the share from which it is accepted alone, nil for our own
    #
    # Returns a Verdict. What is not accepted is kept and waits for the coordinator; nothing is
    # thrown away.
    class Match < Value.of(
      :report, :complete, :carrying, :weighed, :ours, :already_in, :sure, alike: false
    )
      # As sure as it must be to need nobody: so that of what is accepted alone at most one in 1,000
      # is wrong, and 95 in 100 numbers that were read right are accepted. Set with the weights by
      # bench/calibrate.rb, judged by bench/matching.rb, and by bench/finders.rb with finders of
      # other kinds. A number with which nothing was told that could stand against it never is as
      # sure: somebody looks at it.
      SURE = 0.992

      # A coordinator looks twice at a fish that is less likely. House rule.
      LIKELIER_THAN_NOT = 0.5

      # A second report of a fish within these days may tell of the same catch. House rule.
      SAME_CATCH_DAYS = 1

      def self.same_catch_days(day) = (day - SAME_CATCH_DAYS)..(day + SAME_CATCH_DAYS)

      # fish: one of carrying, or nil and then reason: Symbol, sentence: String
      Verdict = Value.of(:fish, :reason, :sentence) do
        def accepted? = !fish.nil?
      end

      UNLIKELY = "Length, place or time do not fit the fish that carries this number."
      ALIKE = "Fish with similar numbers fit nearly as well."

      def self.judge(...) = new(...).verdict

      def verdict
        return no_fish if fish.nil?
        if carrying.map(&:fish_id).uniq.size > 1
          return waits(:two_fish, "The numbers are on two different fish.")
        end

        contradiction || already_reported || doubt || Verdict.new(fish:)
      end

      private

      def fish = carrying.first

      def no_fish
        return waits(:not_complete, "Part of the number could not be read.") if ours && !complete
        if ours
          return waits(:number_not_found, "No fish of ours carries this number as it was read.")
        end

        waits(:other_programme, "The number does not have the form of ours.")
      end

      def contradiction
        if other_species? && !alike
          return waits(:other_species, "The number is on a fish of another species.")
        end
        if report[:caught_on] < fish.released_on
          return waits(:before_release, "The date is before that fish was tagged.")
        end
        return if Candidates::LOOSE.include?(report[:found_how])
        return waits(:came_off, "This tag had come off that fish before.") if came_off?

        waits(:reported_kept, "That fish was reported as kept before.") if fish.kept
      end

      def came_off?
        from = report.fetch(:caught_from, report[:caught_on])
        fish.ended_on && (from.nil? || from > fish.ended_on)
      end

      def already_reported
        return unless already_in

        waits(:perhaps_same_catch, "This catch of the fish seems to be reported already.")
      end

      # A number can be read wrong and still be another fish's.
      def doubt
        best = weighed.best
        return waits(:not_complete, "Part of the number could not be read.") unless complete

        is_best = best && best.fish_id == fish.fish_id
        return if is_best && best.share >= (sure || SURE)

        waits(:unlikely, is_best ? ALIKE : UNLIKELY)
      end

      # A finder who does not know the species does not contradict it; a look-alike is for the share
      # to judge.
      def other_species?
        report[:species_code] && report[:species_code] != fish.species_code
      end

      def waits(reason, sentence) = Verdict.new(reason:, sentence:)
    end
  end
end
