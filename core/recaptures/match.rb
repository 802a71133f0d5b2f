# frozen_string_literal: true

module Core
  module Recaptures
    # Does a report belong to a fish without anybody having to look?
    #
    #   report:   { caught_on: Date, species_code: | nil }
    #   carrying: fish that carry exactly, and now, one of the report's complete numbers: [{ fish_id:, number:, species_code:, released_on: Date, kept: true|false }]
    #   weighed:  what Candidates made of the report
    #   ours:     whether one of the numbers has the form of this programme's
    #   alike:    whether the species that was told is one that the fish's species is easily taken for
    #   told:     whether this catch of that fish seems to have been told already
    #
    # Returns { accepted: true, fish: one of carrying } or { accepted: false, reason: Symbol, sentence: String }.
    # What is not accepted is kept and waits for the coordinator; nothing is thrown away.
    module Match
      # As sure as it must be to need nobody. House rule: by the rules' own weights one look-alike number on a fish that fits in everything leaves 0.98, two leave 0.96;
      # at this share simulated reports are accepted alone 95 times in 100, and wrongly less than once in 1,000 (bench/matching.rb).
      SURE = 0.96

      module_function

      def judge(report:, carrying:, weighed:, ours:, told:, alike: false)
        fish = carrying.first
        return no_fish(ours) if fish.nil?
        return waits(:two_fish, "The numbers are on two different fish.") if carrying.map { |one| one[:fish_id] }.uniq.size > 1

        contradiction(report, fish, alike) || told_already(told) || doubt(weighed, fish) || { accepted: true, fish: }
      end

      def no_fish(ours) = ours ? waits(:number_not_found, "No fish of ours carries this number as it was read.") : waits(:other_programme, "The number has not the form of ours.")

      def contradiction(report, fish, alike)
        return waits(:other_species, "The number is on a fish of another species.") if other_species?(report, fish) && !alike
        return waits(:before_release, "The date is before that fish was tagged.") if report[:caught_on] < fish[:released_on]

        waits(:reported_kept, "That fish was reported kept before.") if fish[:kept]
      end

      def told_already(told) = told ? waits(:perhaps_same_catch, "This catch of the fish seems to have been told already.") : nil

      # A number can be read wrong and still be another fish's.
      def doubt(weighed, fish)
        best = weighed[:ranked].first
        return nil if best && best.fish_id == fish[:fish_id] && best.share >= SURE

        waits(:unlikely, "Length, place or time do not go well with the fish that carries this number.")
      end

      # A finder who does not know the species does not contradict it; a look-alike is for the share to judge.
      def other_species?(report, fish) = report[:species_code] && report[:species_code] != fish[:species_code]

      def waits(reason, sentence) = { accepted: false, reason:, sentence: }
      private_class_method :told_already, :no_fish, :contradiction, :doubt, :other_species?, :waits
    end
  end
end
