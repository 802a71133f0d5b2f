# frozen_string_literal: true

module Core
  module Estimates
    # The least of a function of one number between two bounds, also on a bound.
    # Source: golden-section search, Kiefer (1953), Proc. Amer. Math. Soc. 4, 502-506.
    module Golden
      RATIO = (Math.sqrt(5) - 1) / 2

      module_function

      def least(low, high, steps: 40, &block)
        bounds = [low, high]
        inner = [high - (RATIO * (high - low)), low + (RATIO * (high - low))]
        values = inner.map(&block)
        steps.times do
          if values[0] <= values[1]
            high = inner[1]
            inner = [high - (RATIO * (high - low)), inner[0]]
            values = [yield(inner[0]), values[0]]
          else
            low = inner[0]
            inner = [inner[1], low + (RATIO * (high - low))]
            values = [values[1], yield(inner[1])]
          end
        end
        [(low + high) / 2.0, *bounds].min_by(&block)
      end
    end
  end
end
