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
      Share = Struct.new(:share, :low, :high)
      Fit = Struct.new(:survival, :seen, :minus_log, :aic, :by, keyword_init: true)

      # released: [Integer], of each season but the last;  again: [[Integer, ...], ...], of those
      # released in season i first seen in season i + 1, i + 2, ...
      # Returns { best: Fit, other: Fit | nil }, or a sentence.
      def self.fit(released:, again:) = new(released, again).fit

      def initialize(released, again)
        @released = released
        @again = again
      end

      def fit
        seen = @again.sum(&:sum)
        if @released.size < 2 || seen < LEAST_SEEN
          return "Survival needs three seasons and #{LEAST_SEEN} fish seen in a later one; " \
            "there are #{@released.size + 1} seasons and #{seen} fish."
        end

        constant, by_season = constant_fit, by_season_fit
        return "These returns fit no survival." if constant.nil?

        fits = [constant, by_season].compact.sort_by(&:aic)
        { best: fits.first, other: fits[1] }
      end

      private

      def constant_fit
        found =
          Maximum.find(starts: [[0.5, -1.0], [1.5, -2.0], [-0.5, 0.0]], scales: [1.0, 1.0]) do |x|
            minus_log([expit(x[0])] * @released.size, [expit(x[1])] * @released.size)
          end
        found && told(found, "constant", [0], [1])
      end

      # The last survival and chance of being seen are only known as their product; the chance is
      # taken as in the season before.
      def by_season_fit
        n = @released.size
        start = ([0.5] * n) + ([-1.5] * (n - 1))
        found =
          Maximum.find(
            starts: [start, start.map { |one| one * 0.2 }],
            scales: [1.0] * start.size
          ) do |x|
            seen = x.drop(n).map { |one| expit(one) }
            minus_log(x.first(n).map { |one| expit(one) }, seen + [seen.last])
          end
        found&.errors && told(found, "by season", (0...n).to_a, (n...start.size).to_a)
      end

      def told(found, by, survival, seen)
        Fit.new(
          survival: survival.map { |i| share(found, i) }, seen: seen.map { |i| share(found, i) },
          minus_log: found.minus_log, aic: 2 * (found.minus_log + found.at.size), by:
        )
      end

      # Limits on the log-odds, where the likelihood is rounder.
      def share(found, i)
        at = found.at[i]
        sd = found.errors && found.errors[i]
        sides = sd ? [-1, 1].map { |side| expit(at + (side * Rates::Z95 * sd)) } : [nil, nil]
        Share.new(expit(at), *sides)
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
