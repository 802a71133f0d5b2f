# frozen_string_literal: true

module Core
  module Estimates
    # The 95 % limits of the mean of a count: exact, and of large counts, where it makes no
    # difference of a thousandth, by the cube root.
    #
    # Source: Garwood (1936), Biometrika 28, 437-442; Wilson and Hilferty (1931), Proc. Natl. Acad.
    # Sci. USA 17, 684-688.
    module PoissonLimits
      TAIL = 0.025
      LARGE = 400

      module_function

      # count: Integer >= 0. Returns [low, high].
      def of(count)
        return [cube(count, -Rates::Z95), cube(count + 1, Rates::Z95)] if count >= LARGE

        widest = count + (10 * Math.sqrt(count + 1)) + 20
        high = Bisection.turn(count, widest) { |mean| below(count, mean) > TAIL }
        return [0.0, high] if count.zero?

        [Bisection.turn(0.0, count) { |mean| 1 - below(count - 1, mean) < TAIL }, high]
      end

      def cube(count, z) = count * ((1 - (1 / (9.0 * count)) + (z / (3 * Math.sqrt(count))))**3)

      # The chance of at most so many.
      def below(count, mean)
        return 1.0 if mean.zero?

        (0..count).sum { |k| Math.exp((k * Math.log(mean)) - mean - Math.lgamma(k + 1)[0]) }
      end
      private_class_method :below, :cube
    end
  end
end
