# frozen_string_literal: true

module Core
  module Estimates
    # Which share of the fish is taken in a year, by instantaneous rates: a tagged fish is taken at
    # a rate F, lost otherwise at M, and sheds its tag at a rate of its own; a share of what is
    # taken is reported, and some die of tagging or lose the tag at once. Years since the tagging
    # are counted whole, so that a season weighs the same in each.
    #
    # Source: Baranov (1918); Hoenig et al. (1998), Can. J. Fish. Aquat. Sci. 55, 1466-1476.
    class TagRecovery
      LEAST_YEARS, LEAST_KEPT = 2, 10
      DRAWS = 4000
      SEED = 1998
      Estimate = Struct.new(:share, :low, :high, :kept, keyword_init: true)
      STARTS = [[-3.0, -0.5], [-4.0, 0.0], [-2.0, -1.5]].freeze

      # years: [{ kept: in that year since tagging, over: fish not reported kept whose time at large
      #   was just so many whole years }], from the first;  retention: [low, middle, high] of the
      #   share of tags still in after a year
      # reporting, deaths: [low, high] shares, each value between them as likely
      # Returns an Estimate of one year, or a sentence.
      def self.fit(years, retention:, reporting:, deaths:)
        new(years).fit(retention, reporting, deaths)
      end

      def initialize(years) = @years = years

      def fit(retention, reporting, deaths)
        kept = @years.sum { |year| year[:kept] }
        return too_few(kept) if @years.size < LEAST_YEARS || kept < LEAST_KEPT

        fit = Maximum.find(starts: STARTS, scales: [1.0, 1.0]) { |point| minus_log(*point) }
        return "These returns fit no yearly rate." if fit&.covariance.nil?

        drawn = draws(fit, retention, reporting, deaths)
        return IMPLAUSIBLE if drawn.size < DRAWS / 2

        low, share, high = [0.025, 0.5, 0.975].map { |part| drawn[(part * (drawn.size - 1)).round] }
        Estimate.new(share:, low:, high:, kept:)
      end

      IMPLAUSIBLE = Text.of("estimates.tag_recovery.implausible")

      private

      def too_few(kept)
        Text.of(
          "estimates.tag_recovery.a_yearly_rate_needs_kept", least_kept: LEAST_KEPT,
          least_years: LEAST_YEARS, kept:, years: @years.size
        )
      end

      # log_taken: of the rate at which a tagged fish is reported taken;  log_lost: of the rate at
      # which tagged fish become fewer by everything
      def minus_log(log_taken, log_lost)
        taken, lost = Math.exp(log_taken), Math.exp(log_lost)
        by_then = (0..@years.size).map { |year| taken / lost * (1 - Math.exp(-lost * year)) }
        return Float::INFINITY if by_then.last >= 1

        -@years.each_with_index.sum do |year, index|
          (year[:kept] * Math.log(by_then[index + 1] - by_then[index])) +
            (year[:over] * Math.log(1 - by_then[index + 1]))
        end
      end

      def draws(fit, retention, reporting, deaths)
        dice = Dice.new(SEED)
        wide, both, narrow = factors(fit.covariance)
        Array.new(DRAWS) do
          first, second = dice.normal, dice.normal
          taken = Math.exp(fit.at[0] + (wide * first))
          lost = Math.exp(fit.at[1] + (both * first) + (narrow * second))
          shed = -Math.log(kept(retention, dice.normal))
          reported = dice.between(*reporting) * (1 - dice.between(*deaths))
          yearly(taken / reported, lost - shed)
        end.compact.sort
      end

      # Cholesky's factors of two by two.
      def factors(((first, both), (_, second)))
        wide = Math.sqrt(first)
        cross = both / wide
        [wide, cross, Math.sqrt([second - (cross**2), 0].max)]
      end

      # Drawn on the log-odds, where the limits lie about as far to both sides.
      def kept(retention, deviate)
        low, middle, high = retention.map do |share|
          share = share.clamp(1e-6, 1 - 1e-6)
          Math.log(share / (1 - share))
        end
        1 / (1 + Math.exp(-(middle + (deviate * (high - low) / (2 * Rates::Z95)))))
      end

      # Fish cannot be taken faster than they become fewer.
      def yearly(taken, lost)
        return nil if lost <= 0 || taken > lost

        taken / lost * (1 - Math.exp(-lost))
      end
    end
  end
end
