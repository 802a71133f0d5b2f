# frozen_string_literal: true

module Core
  module Tags
    # A number typed at the water or from paper, as the series prints it, and the numbers that may
    # have been meant when it is none of those that are known here.
    module DidYouMean
      MOST = 3
      # Two slips are more than a question is worth. House rule.
      LEAST_LOG = -12.0

      # known: [String] printed numbers;  series: [[prefix, digits], ...]
      # Returns { number:, near: [{ number:, slips: [sentence] }] }, the likeliest first.
      def self.of(typed, known:, series:)
        number = Number.as_printed(typed, series)
        return { number:, near: [] } if known.include?(number) || Number.normalise(typed).empty?

        reading = Reading.new(typed)
        likely =
          known.sort
            .map { |number| [reading.log(number), number] }
            .select { |log, _| log > LEAST_LOG }
        near = likely.sort_by { |log, number| [-log, number] }.first(MOST)
        { number:, near: near.map do |_, number|
          { number:, slips: reading.fit(number).slips }
        end }
      end
    end
  end
end
