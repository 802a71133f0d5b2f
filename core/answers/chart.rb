# frozen_string_literal: true

module Core
  module Answers
    # A picture of an answer; see Answer for its parts.
    Chart = Value.of(
      :kind, :x, :y, points: [].freeze, line: [].freeze, bars: [].freeze
    ) do
      def any? = [points, line, bars].any? { |part| part.to_a.any? }

      # What its axes are called, the upward one first.
      def axes = [y, x].reject { |name| name.to_s.empty? }
    end
  end
end
