# frozen_string_literal: true

require "numo/narray"

module Core
  module Estimates
    # How long tags stay in, from fish that got two and came back with two or one:
    # S(t) = rho e^(-L t), each fish with its own time. A fish that lost both is not known again.
    #
    # Source: Barrowman and Myers (1996), Can. J. Fish. Aquat. Sci. 53, 2027-2035, with a constant
    # rate of loss.
    class TagRetention
      LEAST_FISH = 20
      MOST_LOSS = 10.0
      # kept_between: { years => [low, high] } of the share still in, for the YEARS asked
      Fit = Struct.new(
        :rho, :rho_low, :rho_high, :loss_per_year, :low, :high, :kept_between, :minus_log, :n,
        keyword_init: true
      ) do
        def kept(years) = rho * Math.exp(-loss_per_year * years)
      end
      YEARS = [0.5, 1, 2, 3, 4].freeze
      # Of more different times than these, times are taken to the hundredth of a year.
      MOST_TIMES = 500
      LEAST_SHARE = 0.001
      LEAST_RHO = 0.05
      IMPOSSIBLE = 1e-300

      # rows: [{ years: Float, tags_left: 1 | 2 }]. Returns a Fit, or a sentence.
      def self.fit(rows) = missing(rows) || new(rows).fit

      # Why there is no fit, nil where there is one.
      def self.missing(rows)
        if rows.size < LEAST_FISH
          return Text.of(
            "estimates.tag_retention.this_needs_double_tagged_fish", least_fish: LEAST_FISH,
            rows: LEAST_FISH - rows.size
          )
        end
        return if rows.any? { |row| row[:tags_left] == 1 }

        "No double-tagged fish was recaptured with one tag, so no loss is known yet."
      end
      private_class_method :missing

      def initialize(rows)
        @fish = rows.size
        # Fish that came back after as many days with as many tags weigh together.
        times = rows.map { |row| row[:years] }
        times.map! { |years| years.round(2) } if times.uniq.size > MOST_TIMES
        counts = times.zip(rows.map { |row| row[:tags_left] }).tally
        years = times.uniq
        @years = Numo::DFloat[*years]
        @both, @single = [2, 1].map do |left|
          Numo::DFloat[*years.map { |time| counts.fetch([time, left], 0) }]
        end
        @all = @both + @single
        @both_years = @both.dot(@years)
      end

      def fit
        loss, rho = best
        least = minus_log(rho, loss)
        low, high = Profile.interval(best: [loss, least],
          within: [0.0, MOST_LOSS]) do |assumed_loss|
          minus_log(best_rho(assumed_loss), assumed_loss)
        end
        kept_between = YEARS.to_h { |years| [years, share_between(rho, loss, years)] }
        rho_low, rho_high = rho_between(rho, least)
        Fit.new(
          rho:, rho_low:, rho_high:, loss_per_year: loss, low:, high:, kept_between:,
          minus_log: least, n: @fish
        )
      end

      private

      # The profile of the share itself: each that it may be, with the loss that goes with it best.
      def share_between(rho, loss, years)
        best = [rho * Math.exp(-loss * years), minus_log(rho, loss)]
        Profile.interval(best:, within: [LEAST_SHARE, 1.0]) do |share|
          steepest = -Math.log(share) / years
          rho =
            Brent.least(0.0, steepest) do |slope|
              minus_log(share * Math.exp(slope * years), slope)
            end
          minus_log(share * Math.exp(rho * years), rho)
        end
      end

      def rho_between(rho, least)
        Profile.interval(best: [rho, least], within: [LEAST_RHO, 1.0]) do |share|
          loss = Brent.least(0.0, MOST_LOSS) { |rate| minus_log(share, rate) }
          minus_log(share, loss)
        end
      end

      def best
        loss = Brent.least(0.0, MOST_LOSS) { |loss| minus_log(best_rho(loss), loss) }
        [loss, best_rho(loss)]
      end

      # Tags shed at once cannot be fewer than none.
      def best_rho(loss) = Brent.least(LEAST_RHO, 1.0) { |rho| minus_log(rho, loss) }

      # Of one that stays with s both are left with s / (2 - s), one with (2 - 2s) / (2 - s).
      def minus_log(rho, loss)
        stays = Numo::NMath.exp(@years * -loss) * rho
        single = Numo::NMath.log((2 - (stays * 2)).clip(IMPOSSIBLE, 2))
        all = Numo::NMath.log(2 - stays)
        (@all.dot(all) - @single.dot(single)) - (@both.sum * Math.log(rho)) + (loss * @both_years)
      end
    end
  end
end
