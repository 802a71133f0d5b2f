# frozen_string_literal: true

module Core
  module Estimates
    # Shares and their ratios, with 95 % intervals.
    module Rates
      Z95 = 1.959964

      module_function

      # { share:, low:, high: } of `count` in `of`. Source: Wilson (1927), J. Am. Stat. Assoc. 22,
      # 209-212.
      def wilson(count, of)
        return nil if of.zero?

        share = count.to_f / of
        middle = share + ((Z95**2) / (2 * of))
        half = Z95 * Math.sqrt((share * (1 - share) / of) + ((Z95**2) / (4 * (of**2))))
        whole = 1 + ((Z95**2) / of)
        { share:, low: (middle - half) / whole, high: (middle + half) / whole }
      end

      # { ratio:, low:, high: }; nil under five in either. Source: Katz et al. (1978), Biometrics
      # 34, 469-474. A cell that is full would have no error at all: it counts as half a fish short
      # of it, for the error alone.
      def ratio(count, of, other_count, other_of)
        return nil if [count, other_count].min < 5

        ratio = (count.to_f / of) / (other_count.to_f / other_of)
        sd = Math.sqrt(log_variance(count, of) + log_variance(other_count, other_of))
        { ratio:, low: ratio * Math.exp(-Z95 * sd), high: ratio * Math.exp(Z95 * sd) }
      end

      # Ranks, from 0, of the values between which the middle of all lies, of so many that are
      # sorted: exact binomial limits. Source: Conover (1999), Practical Nonparametric Statistics,
      # ch. 3.2.
      def middle_ranks(count)
        chance = 0.5**count
        below, rank = chance, 0
        while below <= TAIL && rank < count / 2
          rank += 1
          chance *= (count - rank + 1) / rank.to_f
          below += chance
        end
        low = [rank - 1, 0].max
        [low, count - 1 - low]
      end
      TAIL = 0.025

      def log_variance(count, of) = (1.0 / [count, of - 0.5].min) - (1.0 / of)
      private_class_method :log_variance
    end
  end
end
