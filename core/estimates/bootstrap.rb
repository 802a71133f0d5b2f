# frozen_string_literal: true

module Core
  module Estimates
    # How far a figure of these values might be off, by drawing the values again and again.
    # Source: Efron (1979), Ann. Statist. 7, 1-26; percentile limits.
    module Bootstrap
      DRAWS = 1000
      SEED = 1979

      module_function

      # Returns [low, high] of 95 %; the block tells the figure of one draw. The same values give
      # the same limits.
      def limits(values, draws: DRAWS)
        dice = Dice.new(SEED)
        estimates = Array.new(draws) do
          yield Array.new(values.size) { dice.pick(values) }
        end
        estimates.sort!
        [estimates[(draws * 0.025).floor], estimates[(draws * 0.975).ceil - 1]]
      end
    end
  end
end
