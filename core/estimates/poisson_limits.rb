# frozen_string_literal: true

module Core
  module Estimates
    # The exact 95 % limits of the mean of a count. Source: Garwood (1936), Biometrika 28, 437-442.
    module PoissonLimits
      TAIL = 0.025

      module_function

      # count: Integer >= 0. Returns [low, high].
      def of(count)
        high =
          solve(count, count + (10 * Math.sqrt(count + 1)) + 20) do |mean|
            below(count, mean) > TAIL
          end
        low = count.zero? ? 0.0 : solve(0.0, count) { |mean| 1 - below(count - 1, mean) < TAIL }
        [low, high]
      end

      # The chance of at most so many.
      def below(count, mean)
        return 1.0 if mean.zero?

        (0..count).sum { |k| Math.exp((k * Math.log(mean)) - mean - Math.lgamma(k + 1)[0]) }
      end

      # The mean at which the block turns false.
      def solve(low, high)
        80.times do
          middle = (low + high) / 2.0
          yield(middle) ? low = middle : high = middle
        end
        (low + high) / 2.0
      end
      private_class_method :below, :solve
    end
  end
end
