# frozen_string_literal: true

module Core
  module Tags
    # A tag number as printed: a letter prefix and digits, no spaces, capitals.
    module Number
      # What a person typed, brought to the printed form: "ms 004-217" -> "MS004217".
      # Full-width and other compatibility forms are folded; nothing else is guessed.
      def self.normalise(text)
        text.to_s.unicode_normalize(:nfkc).upcase.gsub(/[[:space:]\-–.·]/, "")
      end

      # The parts of a complete number, or nil: { prefix: "MS", serial: 4217, digits: 6 }.
      def self.parts(text)
        match = /\A(?<prefix>[A-Z]{1,4})(?<digits>\d{1,9})\z/.match(normalise(text))
        match && { prefix: match[:prefix], serial: match[:digits].to_i, digits: match[:digits].size }
      end
    end
  end
end
