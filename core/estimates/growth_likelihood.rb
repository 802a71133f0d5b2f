# frozen_string_literal: true

require "numo/narray"

module Core
  module Estimates
    # How likely rows of fish measured twice are under a curve of growth, and how that changes with
    # the curve: over whole columns at once, as it is asked for some hundred times.
    #
    #   rows: as Growth takes them, with season: where it is to be asked of seasons
    #   a_mm, b_mm: the two lengths whose growth is told
    #
    # Source: Francis (1988), N. Z. J. Mar. Freshw. Res. 22, 43-51, eqs. 1 to 5; slopes by the chain
    # rule.
    class GrowthLikelihood
      # What a point comes to: minus_log: Float;  slopes: [Float] by ga, gb, nu, p, and in seasons
      # by u and w;  good: chance of each row that nothing is wrong with it
      Increments = Struct.new(:minus_log, :slopes, :good, keyword_init: true)
      ROOT = Math.sqrt(2 * Math::PI)
      MOST_NU = 3

      # spread: how fish differ: :growth, each grows by a share more or less than is expected;
      #   :asymptote, each grows towards a length of its own, by a share of b_mm about the mean
      def initialize(rows, a_mm, b_mm, spread: :growth)
        @a, @b, @own_length = a_mm, b_mm, spread == :asymptote
        @first = column(rows) { |row| row[:l1_mm] }
        @grown = column(rows) { |row| row[:l2_mm] - row[:l1_mm] }
        @years = column(rows) { |row| row[:years] }
        @measuring = column(rows) { |row| (row[:sd1_mm]**2) + (row[:sd2_mm]**2) }
        @season = column(rows) { |row| row[:season] } if rows.first.key?(:season)
        @range_mm = [@grown.max - @grown.min, 1.0].max
      end

      # How far growth swings in the year, and when it is fastest.
      Swing = Struct.new(:u, :w) do
        # By how much of a year the season moves the clock of growth on, at a share of the year.
        def ahead(years) = waves(years) * u
        def waves(years) = Numo::NMath.sin((years - w) * TURN) / TURN
        def slope_by_w(years) = Numo::NMath.cos((years - w) * TURN) * -u
      end
      TURN = 2 * Math::PI

      # Increments at a point (ga, gb, nu, p and, where growth is not even, its Swing), or nil where
      # no such curve exists. The last result is kept: its value is read first, then its slopes.
      def at(*point)
        return @computed if @point == point

        @point = point
        @computed = work_out(*point)
      end

      private

      def work_out(ga, gb, nu, p, swing = nil)
        shrink = 1 + ((ga - gb) / (@a - @b))
        return nil if (ga - gb).abs < 1e-9 || !shrink.positive?
        return nil unless p.between?(0, Growth::MOST_SPOILED) && nu.between?(0, MOST_NU)

        rate, longest = Math.log(shrink), ((@b * ga) - (@a * gb)) / (ga - gb)
        increments(rate, longest, nu, p, swing) do |by_longest, by_rate|
          turn = by_rate / ((@a - @b) * shrink)
          [
            (by_longest * (@b - longest) / (ga - gb)) + turn,
            (by_longest * (longest - @a) / (ga - gb)) - turn
          ]
        end
      end

      def column(rows, &) = Numo::DFloat.cast(rows.map(&))

      # Yields the slopes by the longest length and by the rate; takes those by ga and gb.
      def increments(rate, longest, nu, p, swing)
        time = swing ? @years + over_years(swing, :ahead) : @years
        left = longest - @first
        kept = Numo::NMath.exp(time * rate)
        expected = left * (1 - kept)
        yard = @own_length ? (1 - kept) * @b : expected
        precision = 1 / (@measuring + (yard * yard * (nu * nu)))
        off = @grown - expected
        square = off * off * precision
        normal = Numo::NMath.exp(square * -0.5) * Numo::NMath.sqrt(precision) * (1 / ROOT)
        density = (normal * (1 - p)) + (p / @range_mm)
        good = normal * (1 - p) / density
        # By the variance, the expected growth and so on outwards.
        by_variance = good * (1 - square) * precision * 0.5
        by_yard = by_variance * yard * (2 * nu * nu)
        by_expected = -(good * off * precision)
        by_expected += by_yard unless @own_length
        along = by_expected * left
        along += by_yard * @b if @own_length
        along *= kept
        Increments.new(
          minus_log: -Numo::NMath.log(density).sum, good:,
          slopes: [
            *yield((by_expected * (1 - kept)).sum, -(along * time).sum),
            2 * nu * (by_variance * yard * yard).sum,
            ((normal - (1 / @range_mm)) / density).sum,
            *in_seasons(along * -rate, swing)
          ]
        )
      end

      def in_seasons(by_time, swing)
        return [] if swing.nil?

        %i[waves slope_by_w].map { |name| (by_time * over_years(swing, name)).sum }
      end

      # From the release to the recapture.
      def over_years(swing, name)
        swing.public_send(name, @season + @years) - swing.public_send(name, @season)
      end
    end
  end
end
