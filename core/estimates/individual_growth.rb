# frozen_string_literal: true

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
      # linf_mm, k: Interval;  spread: of the lengths that fish grow to, a share
      Fit = Struct.new(:linf_mm, :k, :spread, :n, keyword_init: true)
      SCALES = [0.1, 1.0, 0.3, 0.5, 0.5].freeze
      SPREADS = [-3.5, -2.3].freeze

      # start: Growth::Fit of the same rows. Returns a Fit, or a sentence.
      def self.fit(rows, start)
        if rows.size < LEAST_ROWS
          return Text.of(
            "estimates.individual_growth.fish_with_their_own_asymptotic", least_rows: LEAST_ROWS,
            rows: LEAST_ROWS - rows.size
          )
        end

        new(rows, start).fit
      end

      def initialize(rows, start)
        @start = start
        @n = rows.size
        @likelihood = IndividualLikelihood.new(Thinned.to(MOST_ROWS, rows))
      end

      def fit
        fit = Maximum.find(starts:, **search) { |point| @likelihood.minus_log(point) }
        intervals = fit&.errors && [0, 2].map { |index| interval(fit, index) }
        return NONE if intervals.nil? || intervals.any?(&:nil?)

        Fit.new(linf_mm: intervals[0], k: intervals[1], spread: Math.exp(fit.at[1]), n: @n)
      end

      NONE = Text.of("estimates.individual_growth.fish_with_a_length_of")

      private

      def search = { scales: SCALES, slopes: @likelihood.method(:slopes) }

      # One start for fish that differ widely, one for fish that are much alike.
      def starts
        first = @likelihood.first
        linf = [@start.linf_mm, first.max * 1.05].max
        age = -Math.log(1 - [(first.mean / linf), 0.95].min)
        SPREADS.map { |spread| [Math.log(linf), spread, Math.log(@start.k), Math.log(age), -1.0] }
      end

      def interval(fit, index)
        limits = Maximum.interval(fit, index, **search) { |point| @likelihood.minus_log(point) }
        limits && Interval.new(*[fit.at[index], *limits].map { |log| Math.exp(log) })
      end
    end
  end
end
