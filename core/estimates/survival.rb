# frozen_string_literal: true

module Core
  module Estimates
    # Apparent survival between seasons, and the chance of being seen in one: fish that leave for
    # good count as dead. From an m-array: how many were released in each season, and in which
    # season each was first seen again.
    #
    # Source: Cormack (1964), Biometrika 51, 429-438; Jolly (1965) and Seber (1965), Biometrika 52,
    # 225-247 and 249-259.
    class Survival
      LEAST_SEEN = 20
      # With a worse fit nothing is told of survival.
      # Source: Lebreton et al. (1992), Ecol. Monogr. 62, 67-118.
      MOST_MISFIT = 3.0
      # error: of the log-odds, before it is widened
      Share = Struct.new(:share, :low, :high, :error)
      # misfit: how many times the counts vary more than the model has it (c-hat), at least 1;
      # aic: of a likelihood divided by it;  unlike: whether some fish are seen more easily
      Fit = Struct.new(
        :survival, :seen, :minus_log, :parameters, :aic, :by, :misfit, :misfit_p, :unlike,
        keyword_init: true
      )

      # released: [Integer], of each season but the last;  again: [[Integer, ...], ...], of those
      # released in season i first seen in season i + 1, i + 2, ...
      # newly, known: [[seen again, never], ...] of fish tagged in a season and of those that bore
      # a tag already, for the test of fit; empty where nobody told them apart
      # Returns { best: Fit, other: Fit | nil }, or a sentence.
      def self.fit(released:, again:, newly: [], known: [])
        new(released, again, newly.zip(known)).fit
      end

      def initialize(released, again, groups)
        @released = released
        @again = again
        @groups = groups
      end

      def fit
        seen = @again.sum(&:sum)
        if @released.size < 2 || seen < LEAST_SEEN
          return Text.of(
            "estimates.survival.survival_needs_three_whole_seasons", least_seen: LEAST_SEEN,
            released: @released.size + 1, seen:
          )
        end

        constant, by_season = constant_fit, by_season_fit
        return "These returns fit no survival." if constant.nil?

        fits = [constant, by_season].compact
        # Fit is tested only if newly tagged fish are counted apart; else nothing is widened.
        misfit = @groups.empty? ? 1.0 : [fits.last.misfit, 1.0].max
        fits = fits.map { |fit| widened(fit, misfit) }.sort_by(&:aic)
        { best: fits.first, other: fits[1] }
      end

      private

      def constant_fit
        fit =
          Maximum.find(starts: [[0.5, -1.0], [1.5, -2.0], [-0.5, 0.0]], scales: [1.0, 1.0]) do |x|
            minus_log([expit(x[0])] * @released.size, [expit(x[1])] * @released.size)
          end
        fit && fit_of(fit, "constant", [0], [1])
      end

      # The last survival and chance of being seen are only known as their product; the chance is
      # taken as in the season before.
      def by_season_fit
        n = @released.size
        start = ([0.5] * n) + ([-1.5] * (n - 1))
        fit =
          Maximum.find(
            starts: [start, start.map { |scale| scale * 0.2 }],
            scales: [1.0] * start.size
          ) do |x|
            seen = x.drop(n).map { |logit| expit(logit) }
            minus_log(x.first(n).map { |logit| expit(logit) }, seen + [seen.last])
          end
        fit&.errors && fit_of(fit, "by season", (0...n).to_a, (n...start.size).to_a)
      end

      def fit_of(fit, by, survival, seen)
        shares = fit.at.map { |odds| expit(odds) }
        lives = by == "constant" ? [shares[0]] * @released.size : shares.first(@released.size)
        sights = by == "constant" ? [shares[1]] * @released.size : shares.drop(@released.size)
        sights += [sights.last] if sights.size < @released.size
        misfit, misfit_p = SurvivalFitTest.of(@released, @again, @groups, lives, sights)
        Fit.new(
          survival: survival.map { |i| share(fit, i) }, seen: seen.map { |i| share(fit, i) },
          minus_log: fit.minus_log, parameters: fit.at.size, by:, misfit:, misfit_p:,
          unlike: SurvivalFitTest.unlike?(@groups)
        )
      end

      def share(fit, i) = limits(expit(fit.at[i]), fit.errors && fit.errors[i], 1.0)

      # Limits on the log-odds, where the likelihood is rounder.
      def limits(share, error, widen)
        odds = Math.log(share / (1 - share))
        sides = if error
          [-1, 1].map do |side|
            expit(odds + (side * Rates::Z95 * error * widen))
          end
        else
          []
        end
        Share.new(share, sides[0], sides[1], error)
      end

      def widened(fit, misfit)
        widen = Math.sqrt(misfit)
        fit.dup.tap do |wide|
          wide.misfit = misfit
          wide.aic = 2 * ((fit.minus_log / misfit) + fit.parameters)
          %i[survival seen].each do |name|
            wide[name] = fit[name].map { |share| limits(share.share, share.error, widen) }
          end
        end
      end

      # Without the terms that do not depend on the parameters.
      def minus_log(survival, seen)
        @released.each_index.sum do |i|
          left = 1.0
          reached = 1.0
          logs = @again[i].each_with_index.sum do |count, ahead|
            reached *= survival[i + ahead]
            chance = reached * seen[i + ahead]
            reached *= 1 - seen[i + ahead]
            left -= chance
            count.zero? ? 0.0 : count * safe_log(chance)
          end
          -(logs + ((@released[i] - @again[i].sum) * safe_log(left)))
        end
      end

      def safe_log(chance) = chance.positive? ? Math.log(chance) : -1e6
      def expit(x) = 1 / (1 + Math.exp(-x))
    end
  end
end
