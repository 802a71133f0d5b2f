# frozen_string_literal: true

require "numo/narray"

module Core
  module Estimates
    # Growth of fish that each grow towards a length of their own. A fish that is long when it is
    # tagged is rather one that grows long, so a curve through all fish tells K too low; here both
    # lengths of a fish are told together, over the ages that it may have had.
    #
    #   rows: [{ l1_mm:, sd1_mm:, l2_mm:, sd2_mm:, years: }, ...], years as growth counts them
    #
    # Source: Laslett, Eveson and Polacheck (2002), Can. J. Fish. Aquat. Sci. 59, 976-986, with a
    # log-normal age at tagging.
    class IndividualGrowth
      LEAST_ROWS = 60
      # Of more rows every so manieth is enough.
      MOST_ROWS = 300
      # Ages stand at so many points of their law, from so many deviations below to above its middle.
      AGES, WIDEST = 25, 3.2
      LEAST_CHANCE = 1e-300
      Interval = Struct.new(:middle, :low, :high)
      # linf_mm, k: Interval;  spread: of the lengths that fish grow to, a share
      Fit = Struct.new(:linf_mm, :k, :spread, :n, keyword_init: true)
      SCALES = [0.1, 1.0, 0.3, 0.5, 0.5].freeze
      SPREADS = [-3.5, -2.3].freeze

      # start: Growth::Fit of the same rows. Returns a Fit, or a sentence.
      def self.fit(rows, start)
        if rows.size < LEAST_ROWS
          return "Fish of their own length take #{LEAST_ROWS} measured twice; " \
            "#{LEAST_ROWS - rows.size} more."
        end

        new(rows, start).fit
      end

      def initialize(rows, start)
        @start = start
        rows = rows.each_slice((rows.size / MOST_ROWS.to_f).ceil).map(&:first)
        @first, @second, @years = %i[l1_mm l2_mm years].map { |name| column(rows, name) }
        @first_var, @second_var = %i[sd1_mm sd2_mm].map { |name| column(rows, name)**2 }
        step = 2 * WIDEST / (AGES - 1)
        # Ages lie along rows, fish along columns.
        @deviates = (Numo::DFloat.new(AGES, 1).seq * step) - WIDEST
        @weights = Numo::NMath.exp(@deviates**2 * -0.5) * (step / Math.sqrt(2 * Math::PI))
        @n = rows.size
      end

      def fit
        found = Maximum.find(starts:, scales: SCALES) { |point| minus_log(*point) }
        intervals = found&.errors && [0, 2].map { |index| interval(found, index) }
        return NONE if intervals.nil? || intervals.any?(&:nil?)

        Fit.new(linf_mm: intervals[0], k: intervals[1], spread: Math.exp(found.at[1]), n: @n)
      end

      NONE = "Fish with a length of their own fit no better: K and the asymptotic length cannot " \
        "be told."

      private

      def column(rows, name) = Numo::DFloat.cast(rows.map { |row| row[name] })

      # Parameters, all as logarithms: the mean length that fish grow to, its spread as a share, K,
      # the middle of K times the age at tagging, and its spread.
      def starts
        linf = [@start.linf_mm, @first.max * 1.05].max
        age = -Math.log(1 - [(@first.mean / linf), 0.95].min)
        SPREADS.map { |spread| [Math.log(linf), spread, Math.log(@start.k), Math.log(age), -1.0] }
      end

      def interval(found, index)
        limits = Maximum.interval(found, index, scales: SCALES) { |point| minus_log(*point) }
        limits && Interval.new(*[found.at[index], *limits].map { |log| Math.exp(log) })
      end

      def minus_log(log_linf, log_spread, log_k, log_age, log_age_spread)
        return Float::INFINITY if [log_spread, log_k, log_age, log_age_spread].any? { |x| x.abs > 8 }

        linf, k = Math.exp(log_linf), Math.exp(log_k)
        spread_var = (linf * Math.exp(log_spread))**2
        grown = Numo::NMath.exp(@years * -k)
        left = Numo::NMath.exp(-Numo::NMath.exp((@deviates * Math.exp(log_age_spread)) + log_age))
        chances = density(linf, spread_var, 1 - left, 1 - (left * grown)) * @weights
        -Numo::NMath.log(chances.sum(0).clip(LEAST_CHANCE, nil)).sum
      end

      # Of both lengths of all fish, at the shares of their own length that they have reached.
      def density(linf, spread_var, first_share, second_share)
        first_var = @first_var + (first_share * first_share * spread_var)
        second_var = @second_var + (second_share * second_share * spread_var)
        both = second_share * first_share * spread_var
        rest = (first_var * second_var) - (both * both)
        off, second_off = @first - (first_share * linf), @second - (second_share * linf)
        square = ((off * off * second_var) - (off * second_off * both * 2) +
          (second_off * second_off * first_var)) / rest
        Numo::NMath.exp(square * -0.5) / Numo::NMath.sqrt(rest)
      end
    end
  end
end
