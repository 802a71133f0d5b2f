# frozen_string_literal: true

require "numo/narray"

module Core
  module Estimates
    # Growth of fish that each grow towards a length of their own. A fish that is long when it is
    # tagged is rather one that grows long, so a curve through all fish tells K too low; here both
    # lengths of a fish are told together, over the lengths that it may grow to, each with the age
    # that goes with it.
    #
    #   rows: [{ l1_mm:, sd1_mm:, l2_mm:, sd2_mm:, years: }, ...], years as growth counts them
    #
    # Source: Laslett, Eveson and Polacheck (2002), Can. J. Fish. Aquat. Sci. 59, 976-986, with a
    # log-normal age at tagging.
    class IndividualGrowth
      LEAST_ROWS = 60
      # A larger sample is thinned to about this many rows.
      MOST_ROWS = 300
      # Own lengths stand at so many points of their law, from so many deviations below to above.
      LENGTHS, WIDEST = 31, 3.2
      # No fish is nearer to its own length than by this share of it.
      MOST_REACHED = 0.998
      LEAST_CHANCE = 1e-300
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
        rows = Thinned.to(MOST_ROWS, rows)
        @first, @second, @years = %i[l1_mm l2_mm years].map { |name| column(rows, name) }
        @first_var, @second_var = %i[sd1_mm sd2_mm].map { |name| column(rows, name)**2 }
        step = 2 * WIDEST / (LENGTHS - 1)
        # Own lengths lie along rows, fish along columns.
        @deviates = (Numo::DFloat.new(LENGTHS, 1).seq * step) - WIDEST
        @weights = Numo::NMath.exp((@deviates**2) * -0.5) * (step / Math.sqrt(2 * Math::PI))
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
        if [log_spread, log_k, log_age, log_age_spread].any? { |x| x.abs > 8 }
          return Float::INFINITY
        end

        linf = ((@deviates * Math.exp(log_spread)) + 1).clip(0.05, nil) * Math.exp(log_linf)
        reached = (@first / linf).clip(0, MOST_REACHED)
        left = linf * (1 - reached)
        age = (Numo::NMath.log(-Numo::NMath.log(1 - reached)) - log_age) / Math.exp(log_age_spread)
        # The density of the first length that follows from the law of ages.
        first = Numo::NMath.exp((age**2) * -0.5) /
          (Numo::NMath.log(1 - reached) * -Math.exp(log_age_spread) * left)
        chances = first * second(left, Numo::NMath.exp(@years * -Math.exp(log_k))) * @weights
        -Numo::NMath.log(chances.sum(axis: 0).clip(LEAST_CHANCE, nil)).sum
      end

      # Density of the second length; an error of the first fades as the fish grows on.
      def second(left, kept)
        variance = @second_var + (@first_var * (kept**2))
        off = @second - @first - (left * (1 - kept))
        Numo::NMath.exp(off * off / variance * -0.5) / Numo::NMath.sqrt(variance)
      end
    end
  end
end
