# frozen_string_literal: true

module Core
  module Estimates
    # Growth from fish that were measured twice.
    #
    # Rows: [{ l1_mm:, sd1_mm:, l2_mm:, sd2_mm:, years: }, ...]; a and b are two lengths, ga and gb
    # the growth in the first year of fish of these lengths, nu how far individuals spread about
    # what is expected, p the share of rows that something is wrong with, spread evenly over the
    # range of the increments.
    #
    # Source: Francis (1988), N. Z. J. Mar. Freshw. Res. 22, 43-51.
    class Growth
      LEAST_ROWS = 30
      # Under so small a spread of first lengths the two ends of the curve cannot be told apart.
      LEAST_SPREAD_MM = 60
      PARAMETERS = %i[ga gb nu p].freeze
      Fit =
        Struct.new(
          :a_mm, :b_mm, :spread, :ga, :gb, :nu, :p, :errors, :covariance, :minus_log, :k, :linf_mm,
          :n, :aic, :doubts, keyword_init: true
        ) do
          # What a fish of that length grows in so many years, in mm.
          def grown(length_mm, years) = Growth.expected(self, length_mm, years)
        end

      # Of anything with ga, gb, a_mm and b_mm; nil where there is no such curve.
      def self.expected(curve, length_mm, years)
        ga, gb, a, b = curve.ga, curve.gb, curve.a_mm, curve.b_mm
        return nil if (ga - gb).abs < 1e-9

        shrink = 1 + ((ga - gb) / (a - b))
        return nil unless shrink.positive?

        ((((b * ga) - (a * gb)) / (ga - gb)) - length_mm) * (1 - (shrink**years))
      end

      # a_mm, b_mm: near the 20th and 80th percentile of first lengths when not given
      # spread: how fish differ, see GrowthLikelihood
      # Returns a Fit, or a sentence why there is none.
      def self.fit(rows, a_mm: nil, b_mm: nil, spread: :growth) = new(rows, a_mm, b_mm, spread).fit

      # The better of both spreads by AIC.
      def self.best(rows)
        fits = %i[growth asymptote].map { |spread| fit(rows, spread:) }
        fits.grep(Fit).min_by(&:aic) || fits.first
      end

      def initialize(rows, a_mm, b_mm, spread)
        @rows, @spread = rows, spread
        lengths = rows.map { |row| row[:l1_mm].to_f }.sort
        @a = (a_mm || percentile(lengths, 0.2)).to_f
        @b = (b_mm || percentile(lengths, 0.8)).to_f
      end

      def fit
        return too_few if @rows.size < LEAST_ROWS
        return no_spread if @b - @a < LEAST_SPREAD_MM

        @near = near if @rows.size > 2 * PART
        fit = best(spoiled: true)
        # Where next to no row is spoiled, their share lies on its bound, and is left out.
        fit = best(spoiled: false) || fit if fit.nil? || fit.at[3] < LEAST_SPOILED
        return no_curve if fit.nil? || !fit.converged

        ga, gb, nu, p = fit.at
        return no_curve unless ga > gb && gb.positive?

        fit_of(fit, ga, gb, nu, p)
      end

      MOST_SPOILED = 0.5

      private

      PART = 400
      LEAST_SPOILED = 1e-3
      LEAST_NU = 1e-4

      # nu and p are looked for on scales without bounds; errors are taken on their own.
      # Of very many rows a part shows where to begin.
      def best(spoiled:)
        starts, scales = @near || [self.starts, [50.0, 50.0, 1.0, 1.0]]
        starts, scales = starts.map { |start| start.first(3) }, scales.first(3) unless spoiled
        fit = Maximum.find(starts:, scales:, slopes: method(:free_slopes)) do |point|
          minus_log(*free(point))
        end
        return nil if fit.nil? || fit.at[2] < Math.log(LEAST_NU)

        estimated = free(fit.at)
        covariance = covariance(estimated, scales.size)
        errors = covariance&.each_with_index&.map { |row, k| Math.sqrt(row[k]) }
        Maximum::Found.new(
          at: estimated, minus_log: fit.minus_log, converged: fit.converged, covariance:, errors:
        )
      end

      # Of ga, gb, nu and, where some rows are spoiled, p.
      def covariance(estimated, size)
        slopes = ->(point) { slopes(*point, *estimated.drop(size)).first(size) }
        Maximum.covariance(estimated.first(size), scales: [50.0, 50.0, 0.1, 0.05],
          slopes:) do |point|
          minus_log(*point, *estimated.drop(size))
        end
      end

      def free((ga, gb, log_nu, odds)) = [ga, gb, Math.exp(log_nu), odds ? share(odds) : 0.0]

      # Where the curve is none the way is as flat as its value is high.
      def slopes(*point) = likelihood.at(*point)&.slopes || ([0.0] * PARAMETERS.size)

      def free_slopes(point)
        *curve, nu, p = free(point)
        by_ga, by_gb, by_nu, by_p = slopes(*curve, nu, p)
        [by_ga, by_gb, by_nu * nu, by_p * p * (1 - (p / MOST_SPOILED))].first(point.size)
      end

      def minus_log(*point) = likelihood.at(*point)&.minus_log || Float::INFINITY
      def likelihood = @likelihood ||= GrowthLikelihood.new(@rows, @a, @b, spread: @spread)

      # [starts, scales]: where a part of the rows has its best, and how sure all will be of each.
      def near
        step = @rows.size / PART
        fit = self.class.fit(
          @rows.each_slice(step).map(&:first), a_mm: @a, b_mm: @b, spread: @spread
        )
        return nil if fit.is_a?(String) || fit.errors.nil?

        odds = fit.p.clamp(LEAST_SPOILED, 0.4) / MOST_SPOILED
        by_odds = fit.errors[:p] / MOST_SPOILED / (odds * (1 - odds)) if fit.errors[:p]
        errors = [fit.errors[:ga], fit.errors[:gb], fit.errors[:nu] / fit.nu, by_odds || 1.0]
        [
          [[fit.ga, fit.gb, Math.log(fit.nu), Math.log(odds / (1 - odds))]],
          errors.map { |error| error / Math.sqrt(step) }
        ]
      end

      def share(x) = MOST_SPOILED / (1 + Math.exp(-x))

      # From what the rows themselves grew in a year, small fish and large.
      def starts
        rates = @rows.map { |row| [row[:l1_mm], (row[:l2_mm] - row[:l1_mm]) / row[:years]] }
        middle = (@a + @b) / 2
        low, high = rates.partition { |length, _| length < middle }
          .map { |half| median(half.map(&:last)) || 50.0 }
        low = [low, 5.0].max
        high = high.clamp(1.0, low * 0.8)
        [
          [low, high, Math.log(0.15), -3.0], [low * 1.5, high, Math.log(0.3), -2.0],
          [low, high * 0.5, Math.log(0.08), -4.0]
        ]
      end

      def fit_of(best_fit, ga, gb, nu, p)
        shrink = 1 + ((ga - gb) / (@a - @b))
        fit = Fit.new(
          a_mm: @a, b_mm: @b, spread: @spread, ga:, gb:, nu:, p:,
          errors: best_fit.errors && PARAMETERS.zip(best_fit.errors).to_h,
          covariance: best_fit.covariance,
          minus_log: best_fit.minus_log, n: @rows.size, aic: 2 * (best_fit.minus_log + 4),
          k: -Math.log(shrink), linf_mm: ((@b * ga) - (@a * gb)) / (ga - gb)
        )
        # Rather one of those that something is wrong with.
        fit.doubts = @rows.zip(likelihood.at(ga, gb, nu, p).good.to_a).filter_map do |row, good|
          row if good < 0.5
        end
        fit
      end

      def percentile(sorted, share) = sorted.empty? ? 0 : sorted[((sorted.size - 1) * share).round]
      def median(values) = values.empty? ? nil : values.sort[values.size / 2]

      def too_few
        missing = LEAST_ROWS - @rows.size
        "A curve needs #{LEAST_ROWS} fish measured twice: #{missing} more."
      end

      def no_spread
        "All fish were tagged at nearly one length, so small and large ones cannot be compared."
      end

      def no_curve = "These fish fit no growth curve: their growth does not slow with length."
    end
  end
end
