# frozen_string_literal: true

module Core
  module Estimates
    # The normal law, its tails and the points that they begin at, and two laws that come of it.
    module NormalLaw
      EXACT_T95 = [12.7062047, 4.3026527, 3.1824463].freeze

      module_function

      # The chance of a deviate farther from 0 than z, on either side.
      def beyond(z) = Math.erfc(z.abs / Math.sqrt(2))

      # z of which so much lies beyond on both sides together; share from 0 to 1.
      def two_sided(share) = Bisection.turn(0.0, 40.0) { |z| beyond(z) > share }

      # The chance of a chi-square of so many degrees of freedom over x.
      # Source: the incomplete gamma function by its series, Abramowitz and Stegun (1964), 6.5.29.
      def chi_square_beyond(x, freedom)
        return 1.0 if x <= 0

        half, shape = x / 2.0, freedom / 2.0
        term = Math.exp((shape * Math.log(half)) - half - Math.lgamma(shape + 1)[0])
        sum = term
        step = shape
        while term > sum * 1e-15
          step += 1
          term *= half / step
          sum += term
        end
        (1 - sum).clamp(0.0, 1.0)
      end

      # Two-sided point of Student's t, of which 5 % lie beyond.
      # Source: Cornish and Fisher (1937), Rev. Int. Stat. Inst. 5, 307-320 beyond the first three.
      def t95(freedom)
        return EXACT_T95[freedom - 1] if freedom <= EXACT_T95.size

        z = Rates::Z95
        terms = [z, ((z**3) + z) / 4, ((5 * (z**5)) + (16 * (z**3)) + (3 * z)) / 96,
          ((3 * (z**7)) + (19 * (z**5)) + (17 * (z**3)) - (15 * z)) / 384,
          ((79 * (z**9)) + (776 * (z**7)) + (1482 * (z**5)) - (1920 * (z**3)) - (945 * z)) / 92_160]
        terms.each_with_index.sum { |term, order| term / (freedom.to_f**order) }
      end
    end
  end
end
