# frozen_string_literal: true

module Core
  module Estimates
    # Whether fish grow evenly through the year or in seasons: Growth with two more parameters, and
    # which of the two the rows speak for.
    #
    #   rows: as Growth takes them, with season: share of the year that was over when it was tagged
    #   u: how far growth swings about the year's mean, 0 to 1;  w: the share of the year at which
    #   it is fastest
    #
    # Source: Francis (1988), N. Z. J. Mar. Freshw. Res. 22, 43-51, eqs. 4 and 5; Akaike (1974).
    class SeasonalGrowth
      # Fish must have come back in so many quarters of the year, each time so many. House rule.
      LEAST_QUARTERS, LEAST_IN_QUARTER = 3, 10
      LEAST_AIC = 3.5
      STARTS_W = [0.05, 0.3, 0.55, 0.8].freeze
      SCALES = [50.0, 50.0, 1.0, 1.0, 1.0, 0.2].freeze
      Fit = Struct.new(:ga, :gb, :nu, :p, :u, :w, :u_low, :u_high, :w_error, :minus_log, :aic,
        :even_aic, :n, :errors, :covariance, keyword_init: true) do
        # By so much that even growth would seem to swing in one programme of twenty.
        def better? = aic < even_aic - LEAST_AIC

        def years(season, years) = SeasonalGrowth.years(season, years, u:, w:)

        # Figures of the even curve through the same two growths.
        def shrink(even) = 1 + ((ga - gb) / (even.a_mm - even.b_mm))
        def k(even) = -Math.log(shrink(even))
        def linf_mm(even) = ((even.b_mm * ga) - (even.a_mm * gb)) / (ga - gb)
      end

      # Years as growth counts them, of a fish tagged at a share of the year.
      def self.years(season, years, u:, w:)
        Fish::Curve.seasonal_years(season, years, swing: u, fastest: w)
      end

      # even: Growth::Fit of the same rows. Returns a Fit, or a sentence why there is none.
      def self.fit(rows, even) = new(rows, even).fit

      def initialize(rows, even)
        @rows, @even = rows, even
        @likelihood = likelihood(rows)
      end

      def fit
        return too_few_quarters if quarters < LEAST_QUARTERS

        fit = find(@likelihood, starts)
        return no_season if fit.nil? || !fit.converged

        fitted(fit)
      end

      private

      # With more rows, a fit to some of them finds the start for the fit to all.
      MOST_FROM_EVERYWHERE = 1000

      def likelihood(rows)
        GrowthLikelihood.new(rows, @even.a_mm, @even.b_mm, spread: @even.spread)
      end

      def find(likelihood, starts)
        slopes = ->(point) { slopes(likelihood, point) }
        Maximum.find(starts:, scales: SCALES, slopes:) do |point|
          likelihood_at(likelihood, point)&.minus_log || Float::INFINITY
        end
      end

      def quarters
        @rows.map { |row| ((row[:season] + row[:years]) % 1 * 4).floor }.tally
          .count { |_, fish| fish >= LEAST_IN_QUARTER }
      end

      def starts
        return everywhere if @rows.size <= MOST_FROM_EVERYWHERE

        part = find(likelihood(Thinned.to(MOST_FROM_EVERYWHERE, @rows)), everywhere)
        part ? [part.at] : everywhere
      end

      def everywhere
        odds = @even.p.clamp(1e-3, 0.4) / Growth::MOST_SPOILED
        STARTS_W.map do |w|
          [@even.ga, @even.gb, Math.log(@even.nu), Math.log(odds / (1 - odds)), 0.0, w]
        end
      end

      # u and p lie between bounds, nu above nothing.
      def free((ga, gb, log_nu, p, u, w))
        [ga, gb, Math.exp(log_nu), Growth::MOST_SPOILED / (1 + Math.exp(-p)),
          1 / (1 + Math.exp(-u)), w]
      end

      def likelihood_at(likelihood, point)
        *curve, u, w = free(point)
        likelihood.at(*curve, GrowthLikelihood::Swing.new(u, w))
      end

      def slopes(likelihood, point)
        figures = likelihood_at(likelihood, point) or return [0.0] * SCALES.size
        _, _, nu, p, u, = free(point)
        by_ga, by_gb, by_nu, by_p, by_u, by_w = figures.slopes
        [by_ga, by_gb, by_nu * nu, by_p * p * (1 - (p / Growth::MOST_SPOILED)),
          by_u * u * (1 - u), by_w]
      end

      def fitted(fit)
        ga, gb, nu, p, u, w = free(fit.at)
        error, w_error = fit.errors&.values_at(4, 5)
        u_low, u_high = bounds(fit.at[4], error) if error
        Fit.new(ga:, gb:, nu:, p:, u:, w: w % 1, u_low:, u_high:, w_error:, n: @rows.size,
          minus_log: fit.minus_log, aic: 2 * (fit.minus_log + 6),
          even_aic: 2 * (@even.minus_log + 4), covariance: fit.covariance,
          errors: fit.errors && { ga: fit.errors[0], gb: fit.errors[1] })
      end

      def bounds(point, error)
        [-1, 1].map { |side| 1 / (1 + Math.exp(-(point + (side * Rates::Z95 * error)))) }
      end

      def too_few_quarters
        Text.of(
          "estimates.seasonal_growth.a_season_of_growth_needs", least_quarters: LEAST_QUARTERS,
          least_in_quarter: LEAST_IN_QUARTER
        )
      end

      def no_season = "No season of growth fits these fish."
    end
  end
end
