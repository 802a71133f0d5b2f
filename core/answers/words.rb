# frozen_string_literal: true

module Core
  module Answers
    # How numbers stand in a sentence.
    module Words
      module_function

      def percent(share) = "#{(100 * share).round} %"

      def percent_of(row)
        "#{percent(row[:share])} (#{(100 * row[:low]).round} to #{(100 * row[:high]).round})"
      end

      # A share of a bar chart, in percent: [label, share, low, high]
      def bar(label, row)
        [label, *row.values_at(:share, :low, :high).map { |share| (100 * share).round(1) }]
      end

      def ratio(estimate)
        format("%.2f times as often (%.2f to %.2f)", estimate.ratio, estimate.low, estimate.high)
      end

      def span(middle, low, high, digits = 0)
        format("%.#{digits}f (%.#{digits}f to %.#{digits}f)", middle, low, high)
      end

      def fish(count) = count == 1 ? "1 fish" : "#{count} fish"
      def members(count) = count == 1 ? "1 member" : "#{count} members"
    end
  end
end
