# frozen_string_literal: true

module Core
  module Recaptures
    # Does a report belong to a fish without anybody having to look?
    #
    #   report:    { number_as_read:, species_code:, caught_on: Date }
    #   candidate: nil, or { number:, species_code:, released_on: Date, kept: true|false } of the fish
    #              that carries exactly this number
    #
    # Returns { accepted: true } or { accepted: false, reason: Symbol, sentence: String }.
    # What is not accepted is kept and waits for the coordinator; nothing is thrown away.
    module Match
      module_function

      def exact(report:, candidate:)
        return waits(:number_not_found, "No fish of ours carries this number as it was read.") if candidate.nil?
        return waits(:other_species, "The number is on a fish of another species.") if other_species?(report, candidate)
        return waits(:before_release, "The date is before that fish was tagged.") if report[:caught_on] < candidate[:released_on]
        return waits(:reported_kept, "That fish was reported kept before.") if candidate[:kept]

        { accepted: true }
      end

      # A finder who does not know the species does not contradict it.
      def other_species?(report, candidate)
        report[:species_code] && report[:species_code] != candidate[:species_code]
      end

      def waits(reason, sentence) = { accepted: false, reason:, sentence: }
      private_class_method :other_species?, :waits
    end
  end
end
