# frozen_string_literal: true

module Core
  module Stock
    # In how many days an item runs out, from how much of it went lately.
    #
    # What goes in a week scatters more than chance alone where whole kits go, so the counts are
    # thinned by the dispersion of the weeks. With n left and k gone in t days the time until n more
    # are gone is t times a ratio whose law is that of a beta variable: of so many events to come
    # and so many seen.
    #
    # Source: the predictive law of a Poisson process, e.g. Nelson (1982), Applied Life Data
    # Analysis, ch. 6, with Jeffreys' prior.
    module Forecast
      SHARES = { low: 0.025, middle: 0.5, high: 0.975 }.freeze
      LONGEST_DAYS = 3650
      # Weeks that a dispersion needs.
      LEAST_WEEKS = 4

      module_function

      # left: Integer;  weeks: how many went in each of the last weeks, the oldest first
      # Returns { low:, middle:, high: } days, nil where nothing went yet or nothing is left.
      def days(left:, weeks:)
        gone, spread = weeks.sum, dispersion(weeks)
        return nil if gone.zero? || !left.positive?

        seen, coming = gone / spread, left / spread
        SHARES.transform_values { |share| at(share, coming, seen, weeks.size * 7.0) }
      end

      # Variance over mean of the weeks; 1 where they scatter as chance does.
      def dispersion(weeks)
        mean = weeks.sum / weeks.size.to_f
        return 1.0 if weeks.size < LEAST_WEEKS || mean.zero?

        variance = weeks.sum { |count| (count - mean)**2 } / (weeks.size - 1.0)
        [variance / mean, 1.0].max
      end

      # The day by which it has run out with this chance.
      def at(share, coming, seen, days)
        low, high = 0.0, LONGEST_DAYS.to_f
        return LONGEST_DAYS if out_by(high, coming, seen, days) < share

        while high - low > 0.05
          middle = (low + high) / 2
          out_by(middle, coming, seen, days) < share ? low = middle : high = middle
        end
        share < 0.5 ? low.floor : high.ceil
      end

      # The chance that all that is left has gone after so many days.
      def out_by(time, coming, seen, days)
        beta_below(time / (time + days), coming, seen + 0.5)
      end

      # The beta law's distribution function by its continued fraction.
      # Source: Abramowitz and Stegun (1964), 26.5.8.
      def beta_below(share, first, second)
        return 0.0 if share <= 0
        if share > (first + 1) / (first + second + 2)
          return 1 - beta_below(1 - share, second,
            first)
        end

        logs = Math.lgamma(first + second)[0] - Math.lgamma(first)[0] - Math.lgamma(second)[0]
        Math.exp(logs + (first * Math.log(share)) + (second * Math.log(1 - share))) *
          fraction(share, first, second) / first
      end

      ROUNDS = 300
      TINY = 1e-300

      def fraction(share, first, second)
        ratio = 1.0
        below = 1 / far(1 - ((first + second) * share / (first + 1)))
        value = below
        (1..ROUNDS).each do |round|
          terms(round, share, first, second).each do |term|
            below = 1 / far(1 + (term * below))
            ratio = far(1 + (term / ratio))
            value *= below * ratio
          end
          return value if ((below * ratio) - 1).abs < 1e-12
        end
        value
      end

      def terms(round, share, first, second)
        twice = 2 * round
        [
          round * (second - round) * share / ((first + twice - 1) * (first + twice)),
          -(first + round) * (first + second + round) * share /
            ((first + twice) * (first + twice + 1))
        ]
      end

      # Never quite nought.
      def far(value) = value.abs < TINY ? TINY : value
      private_class_method :dispersion, :at, :out_by, :beta_below, :fraction, :terms, :far
    end
  end
end
