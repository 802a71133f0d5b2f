# frozen_string_literal: true

module Core
  module Estimates
    # Did fish that were treated one way come back as often as those treated another way? What is
    # compared says "came back less often", never "died of".
    module Returns
      # error: standard error of the logarithm of the ratio
      Ratio = Struct.new(:ratio, :low, :high, :error, keyword_init: true) do
        def self.around(ratio, error, z: Rates::Z95)
          half = Math.exp(z * error)
          new(ratio:, low: ratio / half, high: ratio * half, error:)
        end

        # The same with an interval that misses a share of so much.
        def missing_at_most(share) = self.class.around(ratio, error, z: NormalLaw.two_sided(share))

        # P value: the chance of a ratio at least this far from 1 if the true ratio is 1.
        def p = NormalLaw.beyond(Math.log(ratio) / error)
        def limits = [ratio, low, high]
      end
      # A comparison needs at least this many fish and returns of each arm, in strata that have
      # both. House rules.
      LEAST_FISH, LEAST_RETURNS = 20, 5

      module_function

      # The ratio of two shares within strata:
      #   [{ returned:, released:, other_returned:, other_released: }, ...]
      # nil where too few of both arms lie in the same strata.
      # Source: Mantel and Haenszel (1959), J. Nat. Cancer Inst. 22, 719-748; Greenland and Robins
      # (1985), Biometrics 41, 55-68 for the variance.
      def within(strata)
        both = shared(strata)
        return nil unless enough?(both)

        over = both.sum { |row| row[:returned] * row[:other_released] / total(row) }
        under = both.sum { |row| row[:other_returned] * row[:released] / total(row) }
        return nil if over.zero? || under.zero?

        Ratio.around(over / under, Math.sqrt(both.sum { |row| spread(row) } / (over * under)))
      end

      # Strata in which fish were treated both ways.
      def shared(strata)
        strata.select { |row| row[:released].positive? && row[:other_released].positive? }
      end

      def enough?(both)
        [%i[released returned], %i[other_released other_returned]].all? do |fish, returns|
          both.sum { |row| row[fish] } >= LEAST_FISH &&
            both.sum { |row| row[returns] } >= LEAST_RETURNS
        end
      end

      def total(row) = (row[:released] + row[:other_released]).to_f

      def spread(row)
        came = row[:returned] + row[:other_returned]
        arms = row[:released] * row[:other_released]
        ((arms * came) - (row[:returned] * row[:other_returned] * total(row))) / (total(row)**2)
      end

      # Fish needed in each arm to see a share fall from one to the other, four times in five, when
      # 5 % of comparisons of equals may seem unlike. Source: Fleiss (1981), Statistical Methods for
      # Rates and Proportions, without the continuity correction.
      def fish_needed(share, other)
        raise ArgumentError, "two equal shares are never told apart" if share == other

        middle = (share + other) / 2.0
        plain = Rates::Z95 * Math.sqrt(2 * middle * (1 - middle))
        apart = Z80 * Math.sqrt((share * (1 - share)) + (other * (1 - other)))
        ((plain + apart)**2) / ((share - other)**2)
      end
      Z80 = 0.8416212

      # The lower share that so many fish in each arm would find.
      def share_found(share, fish)
        Bisection.turn(0.0, share) { |lower| fish_needed(share, lower) <= fish }
      end
      private_class_method :total, :spread, :enough?
    end
  end
end
