# frozen_string_literal: true

module Core
  module Handling
    # Five quick reflexes, seen while the fish is held in the water.
    #
    #   reflexes: { name => "present" | "absent" }; what was not tried is left out or nil
    #
    # Source: reflex impairment as fisheries biologists score it; the choice of five is a house
    # rule.
    module Vitality
      REFLEXES = %w[rights_itself tail_burst body_flex gill_beat eye_follows].freeze
      # With fewer reflexes tried, no share is given.
      MIN_TRIED = 3

      module_function

      def absent(reflexes) = REFLEXES.select { |name| reflexes[name] == "absent" }

      def tried(reflexes) = REFLEXES.select { |name| %w[present absent].include?(reflexes[name]) }

      # Share of the tried reflexes that were absent, or nil when too few were tried.
      def impaired(reflexes)
        tried = tried(reflexes).size
        tried < MIN_TRIED ? nil : absent(reflexes).size / tried.to_f
      end

      # Held in the water until it has come round: it does not right itself, or two of its reflexes
      # are gone.
      def weak?(reflexes) = reflexes["rights_itself"] == "absent" || absent(reflexes).size > 1
    end
  end
end
