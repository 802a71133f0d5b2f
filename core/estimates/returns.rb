# frozen_string_literal: true

require "matrix"

module Core
  module Estimates
    # Did fish that were treated one way come back as often as those treated another way? What is
    # compared says "came back less often", never "died of".
    module Returns
      Ratio = Struct.new(:ratio, :low, :high, keyword_init: true)

      module_function

      # The ratio of two shares within strata:
      #   [{ returned:, released:, other_returned:, other_released: }, ...]
      # nil where fewer than five came back of either, as a ratio would say nothing.
      # Source: Mantel and Haenszel (1959), J. Nat. Cancer Inst. 22, 719-748; Greenland and Robins
      # (1985), Biometrics 41, 55-68 for the variance.
      def within(strata)
        both = strata.select { |one| one[:released].positive? && one[:other_released].positive? }
        return nil if %i[returned other_returned].any? { |arm| both.sum { |one| one[arm] } < 5 }

        over = both.sum { |one| one[:returned] * one[:other_released] / total(one) }
        under = both.sum { |one| one[:other_returned] * one[:released] / total(one) }
        return nil if over.zero? || under.zero?

        sd = Math.sqrt(both.sum { |one| spread(one) } / (over * under))
        around(over / under, sd)
      end

      def around(ratio, sd)
        half = Math.exp(Rates::Z95 * sd)
        Ratio.new(ratio:, low: ratio / half, high: ratio * half)
      end

      def total(one) = (one[:released] + one[:other_released]).to_f

      def spread(one)
        came = one[:returned] + one[:other_returned]
        arms = one[:released] * one[:other_released]
        ((arms * came) - (one[:returned] * one[:other_returned] * total(one))) / (total(one)**2)
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
        low, high = 0.0, share
        60.times do
          middle = (low + high) / 2
          fish_needed(share, middle) > fish ? high = middle : low = middle
        end
        low
      end
      private_class_method :total, :spread, :around
    end
  end
end
