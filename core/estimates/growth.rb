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
          :a_mm, :b_mm, :ga, :gb, :nu, :p, :errors, :covariance, :minus_log, :k, :linf_mm, :n, :aic,
          :doubts, keyword_init: true
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

      # Negative log-likelihood of one row that is off by so much; good: weight of the normal law,
      # flat: density of a row that something is wrong with.
      def self.surprise(off, variance, good, flat)
        -Math.log((good * Math.exp(-0.5 * off * off / variance) / Math.sqrt(variance)) + flat)
      end

      # a_mm, b_mm: near the 20th and 80th percentile of first lengths when not given
      # Returns a Fit, or a sentence why there is none.
      def self.fit(rows, a_mm: nil, b_mm: nil) = new(rows, a_mm, b_mm).fit

      def initialize(rows, a_mm, b_mm)
        @rows = rows
        lengths = rows.map { |row| row[:l1_mm].to_f }.sort
        @a = (a_mm || percentile(lengths, 0.2)).to_f
        @b = (b_mm || percentile(lengths, 0.8)).to_f
      end

      def fit
        return too_few if @rows.size < LEAST_ROWS
        return no_spread if @b - @a < LEAST_SPREAD_MM

        @near = near if @rows.size > 2 * PART
        found = best(spoiled: true)
        # Where next to no row is spoiled, their share lies on its bound, and is left out.
        found = best(spoiled: false) || found if found.nil? || found.at[3] < LEAST_SPOILED
        return no_curve if found.nil? || !found.converged

        ga, gb, nu, p = found.at
        return no_curve unless ga > gb && gb.positive?

        told(found, ga, gb, nu, p)
      end

      MOST_SPOILED = 0.5

      private

      PART = 1000
      LEAST_SPOILED = 1e-3
      LEAST_NU = 1e-4

      # nu and p are looked for on scales without bounds; errors are taken on their own.
      # Of very many rows a part shows where to begin.
      def best(spoiled:)
        free = lambda do |point|
          [point[0], point[1], Math.exp(point[2]), spoiled ? share(point[3]) : 0.0]
        end
        starts = @near ? [@near] : self.starts
        starts = starts.map { |one| one.first(3) } unless spoiled
        scales = [50.0, 50.0, 1.0, 1.0].first(starts.first.size)
        found = Maximum.find(starts:, scales:) { |point| minus_log(*free[point]) }
        return nil if found.nil? || found.at[2] < Math.log(LEAST_NU)

        at = free[found.at]
        covariance =
          Maximum.covariance(at.first(scales.size), scales: [50.0, 50.0, 0.1, 0.05]) do |point|
            minus_log(*point, *([0.0] unless spoiled))
          end
        errors = covariance&.each_with_index&.map { |row, k| Math.sqrt(row[k]) }
        Maximum::Found.new(
          at:, minus_log: found.minus_log, converged: found.converged, covariance:, errors:
        )
      end

      def near
        step = @rows.size / PART
        part = @rows.each_slice(step).map(&:first)
        fit = self.class.fit(part, a_mm: @a, b_mm: @b)
        return nil if fit.is_a?(String)

        odds = fit.p.clamp(LEAST_SPOILED, 0.4) / MOST_SPOILED
        [fit.ga, fit.gb, Math.log(fit.nu), Math.log(odds / (1 - odds))]
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

      # What every row has to do with it, once: length, growth, years, variance of measuring.
      def plain
        @plain ||= @rows.map do |row|
          [
            row[:l1_mm],
            row[:l2_mm] - row[:l1_mm],
            row[:years],
            (row[:sd1_mm]**2) + (row[:sd2_mm]**2)
          ]
        end
      end

      # As .expected and #density, in one loop: it is gone through a thousand times.
      def minus_log(ga, gb, nu, p)
        return Float::INFINITY unless p.between?(0, MOST_SPOILED) && nu.between?(0, 3)

        shrink = 1 + ((ga - gb) / (@a - @b))
        return Float::INFINITY if (ga - gb).abs < 1e-9 || !shrink.positive?

        rate, longest = Math.log(shrink), ((@b * ga) - (@a * gb)) / (ga - gb)
        flat, good = p / range_mm, (1 - p) / Math.sqrt(2 * Math::PI)
        spread = nu * nu
        plain.sum do |l1, grown, years, measuring|
          expected = (longest - l1) * (1 - Math.exp(rate * years))
          variance = measuring + (spread * expected * expected)
          off = grown - expected
          Growth.surprise(off, variance, good, flat)
        end
      end

      def density(row, expected, nu)
        variance = (row[:sd1_mm]**2) + (row[:sd2_mm]**2) + ((nu * expected)**2)
        off = row[:l2_mm] - row[:l1_mm] - expected
        Math.exp(-0.5 * (off**2) / variance) / Math.sqrt(2 * Math::PI * variance)
      end

      def range_mm
        @range_mm ||= @rows.map { |row| row[:l2_mm] - row[:l1_mm] }.minmax
          .then { |low, high| [(high - low).to_f, 1.0].max }
      end

      def told(found, ga, gb, nu, p)
        shrink = 1 + ((ga - gb) / (@a - @b))
        fit = Fit.new(
          a_mm: @a, b_mm: @b, ga:, gb:, nu:, p:,
          errors: found.errors && PARAMETERS.zip(found.errors).to_h,
          covariance: found.covariance,
          minus_log: found.minus_log, n: @rows.size, aic: 2 * (found.minus_log + 4),
          k: -Math.log(shrink), linf_mm: ((@b * ga) - (@a * gb)) / (ga - gb)
        )
        fit.doubts = @rows.select { |row| doubtful?(row, fit) }
        fit
      end

      # Rather one of those that something is wrong with.
      def doubtful?(row, fit)
        good = (1 - fit.p) * density(row, fit.grown(row[:l1_mm], row[:years]), fit.nu)
        bad = fit.p / range_mm
        bad > good
      end

      def percentile(sorted, share) = sorted.empty? ? 0 : sorted[((sorted.size - 1) * share).round]
      def median(values) = values.empty? ? nil : values.sort[values.size / 2]

      def too_few
        missing = LEAST_ROWS - @rows.size
        "A curve needs #{LEAST_ROWS} fish measured twice; #{missing} more."
      end

      def no_spread
        "All fish were tagged at nearly one length, so small and large ones cannot be compared."
      end

      def no_curve = "These fish fit no growth curve: their growth does not fall with length."
    end
  end
end
