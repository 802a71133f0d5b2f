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
          known.sort.map { |one| [reading.log(one), one] }.select { |log, _| log > LEAST_LOG }
        near = likely.sort_by { |log, one| [-log, one] }.first(MOST)
        { number:, near: near.map { |_, one| { number: one, slips: reading.fit(one).slips } } }
      end
    end
  end
end
