# frozen_string_literal: true

module Core
  module Practice
    # The exercise that a member's own mistakes at the water choose. House rules.
    module Suggestion
      YEAR_DAYS = 365
      # From this share of a year's fish on, a mistake chooses an exercise.
      OFTEN = 0.15
      LEAST_FISH = 10
      LONG_AIR_SECONDS = 45

      # mistake => [exercise, scene, sentence]
      EXERCISES = {
        deep: ["handle", "swallowed", "%d of your %d fish this year were hooked deep."],
        long_air: ["handle", "estuary",
          "%d of your %d fish this year were out of the water for over #{LONG_AIR_SECONDS} s."],
        unmeasured: ["measure", nil, "%d of your %d fish this year have no length."]
      }.freeze

      # seen: { fish:, deep:, long_air:, unmeasured: }, counts of a year
      #
      # Returns { exercise:, scene:, because: }, or nil where no mistake is frequent.
      def self.of(seen)
        return nil if seen[:fish] < LEAST_FISH

        mistake = EXERCISES.keys.max_by { |name| seen[name] }
        return nil if seen[mistake] < OFTEN * seen[:fish]

        exercise, scene, sentence = EXERCISES.fetch(mistake)
        { exercise:, scene:, because: format(sentence, seen[mistake], seen[:fish]) }
      end
    end
  end
end
