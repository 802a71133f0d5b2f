# frozen_string_literal: true

module Core
  module Tags
    # How likely each digit is in each place of a number that was seen in a picture, to be held
    # against numbers that may stand on the tag.
    #
    #   prefix: letters and digits that all numbers of the series begin with
    #   places: [{ "4" => 0.93, "1" => 0.05 }, ...], the digits that were seen; all others share
    #           the remainder
    class SeenDigits < Value.of(:prefix, places: [].freeze)
      # Share of pictures that show another tag than the one that the report is about. House rule.
      ANOTHER_TAG = 0.02
      DIGITS = 10

      # The logarithm of how much likelier this picture is of a number than of any other of its
      # form: 0 where it says nothing.
      #   number: as it is printed, ? for a digit that nobody read
      def log(number)
        digits = number.delete_prefix(prefix).chars
        return 0.0 unless number.start_with?(prefix) && digits.size == places.size

        seen = places.zip(digits).sum { |chances, digit| log_of(chances, digit) }
        Math.log(((1 - ANOTHER_TAG) * Math.exp(seen)) + ANOTHER_TAG)
      end

      # The likeliest number.
      def text = prefix + places.map { |chances| chances.max_by(&:last).first }.join

      # How much the picture says at most.
      def most = log(text)

      private

      def log_of(chances, digit)
        return 0.0 unless digit.match?(/\d/)

        unseen = (1 - chances.values.sum) / (DIGITS - chances.size)
        Math.log(DIGITS * chances.fetch(digit, unseen))
      end
    end
  end
end
