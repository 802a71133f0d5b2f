# frozen_string_literal: true

module Core
  module Handling
    # One encounter held against its budgets: what it was allowed, what it took, and the caution
    # score.
    #
    # Returns a frozen Result of a Situation; what the record keeps of it is #to_h.
    module Review
      Result = Struct.new(:air_budget, :fight_budget_seconds, :score, keyword_init: true) do
        # Plain values, as they are stored beside the version that they were computed under.
        def to_h
          {
            one_lift_seconds: air_budget.one_lift_seconds, air_seconds: air_budget.total_seconds,
            air_reasons: air_budget.reasons, no_lift: air_budget.no_lift,
            fight_seconds: fight_budget_seconds, points: score.points, band: score.band,
            parts: score.parts
          }
        end
      end

      def self.of(situation)
        air_budget = AirBudget.for(situation)
        Result.new(
          air_budget:,
          fight_budget_seconds: situation.fight_budget_seconds,
          score: Caution.score(situation, air_budget:)
        ).freeze
      end
    end
  end
end
