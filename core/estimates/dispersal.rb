# frozen_string_literal: true

require "numo/narray"

module Core
  module Estimates
    # Distance from the release against time at large. Two models: fish
    # keep to a home range, so that the distance levels off; or they spread, so that it grows with
    # the square root of time. The first has the second as its limit.
    #
    # The distance of fish after the same time follows Weibull's law about its middle; distances
    # are known to a resolution, and one below it may be none at all.
    #
    # Source: Okubo and Levin (2001), Diffusion and Ecological Problems, ch. 5 and 6, for the two
    # curves; Weibull (1951), J. Appl. Mech. 18, 293-297; Akaike (1974).
    class Dispersal
      LEAST_FISH = 30
      # Closer than this the two models are not told apart.
      LEAST_AIC = 2.0
      # A larger sample is thinned to about this many fish.
      MOST_FISH = 2000
      MIDDLE = Math.log(2)
      LEAST_CHANCE = 1e-12
      # levels_off: true | false, nil where it cannot be told;  curve: [[days, km], ...], of the
      # middle fish
      Fit = Struct.new(:days, :levels_off, :curve, :aic, :other_aic, :n, keyword_init: true)

      # rows: [{ days:, km: }];  days: about as long as the curve is wanted for
      # resolution_km: two distances closer than that are one. Returns a Fit, or a sentence.
      def self.fit(rows, days:, resolution_km:)
        if rows.size < LEAST_FISH
          return "A curve needs #{LEAST_FISH} fish recaptured: #{LEAST_FISH - rows.size} more."
        end

        new(rows, days, resolution_km).fit
      end

      def initialize(rows, days, resolution_km)
        @days = days
        rows = Thinned.to(MOST_FISH, rows)
        @years = Numo::DFloat.cast(rows.map { |row| [row[:days], 0.5].max / days.to_f })
        km = Numo::DFloat.cast(rows.map { |row| row[:km] })
        # A distance stands for all that are rounded to it.
        @low = (km - (resolution_km / 2.0)).clip(0.0, nil)
        @high = km + (resolution_km / 2.0)
        @start = Math.log([km.median, resolution_km].max)
        @n = rows.size
      end

      def fit
        levels, spreads = home_range, spread
        return NO_CURVE if levels.nil? || spreads.nil?

        fit_at(levels, spreads)
      end

      NO_CURVE = "These distances fit no curve."

      private

      # Parameters: log of the middle distance at the time asked for, log of the shape, log of the
      # time (in that time) in which the range fills.
      def home_range
        starts = [-2.0, 0.0, 2.0].map { |turn| [@start, 0.0, turn] }
        Maximum.find(starts:, scales: [1.0, 1.0, 1.0]) { |point| minus_log(*point) }
      end

      def spread
        Maximum.find(starts: [[@start, 0.0]], scales: [1.0, 1.0]) { |point| minus_log(*point) }
      end

      # The middle distance at each time, as a share of that at the time asked for.
      def grown(years, log_turn)
        return Numo::NMath.sqrt(years) if log_turn.nil?

        turn = Math.exp(log_turn)
        Numo::NMath.sqrt((1 - Numo::NMath.exp(-years / turn)) / (1 - Math.exp(-1 / turn)))
      end

      def minus_log(log_km, log_shape, log_turn = nil)
        return Float::INFINITY if log_turn && log_turn.abs > MOST_LOG
        return Float::INFINITY if log_shape.abs > MOST_LOG

        low, high = chances(log_km, log_shape, log_turn)
        -Numo::NMath.log((high - low).clip(LEAST_CHANCE, 1)).sum
      end

      # Shares of fish that lie nearer than the two ends of each distance.
      def chances(log_km, log_shape, log_turn = nil)
        middle = grown(@years, log_turn) * Math.exp(log_km)
        [@low, @high].map do |km|
          1 - Numo::NMath.exp(((km / middle)**Math.exp(log_shape)) * -MIDDLE)
        end
      end
      MOST_LOG = 8.0

      def fit_at(levels, spreads)
        aic, other_aic = [levels, spreads].map { |curve| 2 * (curve.minus_log + curve.at.size) }
        best = aic < other_aic ? levels : spreads
        better = (aic < other_aic) if (aic - other_aic).abs >= LEAST_AIC && fits?(best.at)
        Fit.new(days: @days, levels_off: better, curve: curve(best), aic:, other_aic:, n: @n)
      end

      # Whether fish lie about the curve as the law has it, early ones and late ones: where some
      # stay and others go neither curve holds.
      def fits?(point)
        low, high = chances(*point)
        middle = ((low + high) / 2).to_a
        halves = @years.to_a.zip(middle).sort.map(&:last).each_slice((@n / 2.0).ceil).to_a
        square = halves.sum { |half| unevenness(half) }
        NormalLaw.chi_square_beyond(square, halves.size * (QUARTERS - 1)) > MOST_CHANCE
      end
      QUARTERS, MOST_CHANCE = 4, 0.05

      def unevenness(shares)
        expected = shares.size / QUARTERS.to_f
        counts = shares.map { |share| [(share * QUARTERS).floor, QUARTERS - 1].min }.tally
        QUARTERS.times.sum { |part| ((counts.fetch(part, 0) - expected)**2) / expected }
      end

      def curve(fit)
        days = (1..24).map { |step| @days * step / 16.0 }
        km = grown(Numo::DFloat.cast(days) / @days, fit.at[2]) * Math.exp(fit.at[0])
        days.zip(km.to_a)
      end
    end
  end
end
