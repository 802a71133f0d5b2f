# frozen_string_literal: true

module Core
  module Tags
    # A run of numbers printed for the programme: one prefix, a fixed count of digits.
    #
    #   prefix: 1 to 4 capitals;  digits: 1 to 9;  first_serial <= last_serial, both fit in `digits`
    Series = Struct.new(:prefix, :digits, :first_serial, :last_serial, keyword_init: true) do
      def initialize(**)
        super
        unless prefix.to_s.match?(/\A[A-Z]{1,4}\z/)
          refuse("prefix", "A prefix is 1 to 4 capital letters; #{prefix.inspect} is not.")
        end
        refuse("digits", "Tags carry 1 to 9 digits, not #{digits}.") unless (1..9).cover?(digits)
        if last_serial < first_serial
          refuse(
            "last_serial",
            "The last number #{last_serial} comes before the first #{first_serial}."
          )
        end
        return if first_serial >= 0 && last_serial < 10**digits

        refuse("last_serial", "#{last_serial} does not fit on a tag with #{digits} digits.")
      end

      # Whether another run lies in this one.
      def holds?(run) = run.first_serial >= first_serial && run.last_serial <= last_serial

      # The printed number: series "MS" of 6 digits, serial 4217 -> "MS004217".
      def number(serial) = "#{prefix}#{serial.to_s.rjust(digits, '0')}"

      # The serial of a complete printed number of this series, else nil. A number with
      # fewer digits than printed is not complete and belongs to nobody.
      def serial(text)
        parts = Number.parts(text)
        return nil unless parts && parts[:prefix] == prefix && parts[:digits] == digits

        parts[:serial] if (first_serial..last_serial).cover?(parts[:serial])
      end

      private

      def refuse(field, sentence) = raise(InvalidInput.at(field, :bad_series, sentence))
    end
  end
end
