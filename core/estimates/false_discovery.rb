# frozen_string_literal: true

module Core
  module Estimates
    # Some of many comparisons seem to differ by chance alone. This names as different only so many
    # that at most one in twenty of those named is expected to be none.
    #
    # Source: Benjamini and Hochberg (1995), J. R. Stat. Soc. B 57, 289-300; intervals of those
    # that are named by Benjamini and Yekutieli (2005), J. Am. Stat. Assoc. 100, 71-81.
    module FalseDiscovery
      # A twentieth is promised; by this rate simulated programmes without any effect stay under it.
      RATE = 0.04

      module_function

      # chances: { key => p }. Returns [keys that are named, the share that their intervals miss]
      def named(chances)
        sorted = chances.sort_by(&:last)
        count = sorted.size
        ranks = (0...count).select { |rank| sorted[rank][1] <= RATE * (rank + 1) / count }
        last = ranks.max
        return [[], RATE] if last.nil?

        [sorted.first(last + 1).map(&:first), RATE * (last + 1) / count]
      end
    end
  end
end
