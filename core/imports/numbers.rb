# frozen_string_literal: true

module Core
  module Imports
    # Numbers as people write them into cells. What is blank reads as nil; raises Unreadable.
    module Numbers
      FRACTIONS = { "½" => " 1/2", "¼" => " 1/4", "¾" => " 3/4", "⅛" => " 1/8", "⅜" => " 3/8",
                    "⅝" => " 5/8", "⅞" => " 7/8" }.freeze
      ABOUT = /\A\s*(?:~|≈|about|approx\.?|ca\.?|circa|est\.?)\s*/i
      # Units as they stand behind a number, in ours.
      UNITS = { '"' => "in", "”" => "in", "''" => "in", "in" => "in", "ins" => "in",
                "inch" => "in", "inches" => "in", "'" => "ft", "ft" => "ft", "feet" => "ft",
                "mm" => "mm", "cm" => "cm", "m" => "m", "kg" => "kg", "kgs" => "kg", "g" => "g",
                "gr" => "g", "lb" => "lb", "lbs" => "lb", "oz" => "oz", "c" => "C", "°c" => "C",
                "°f" => "F", "f" => "F", "h" => "h", "hrs" => "h", "hours" => "h", "fm" => "fathom",
                "fathoms" => "fathom", "s" => "s", "sec" => "s" }.freeze
      DIGITS = %r{[-−]?\d[\d.,\u00A0\u202F ]*(?:\s+\d+/\d+)?|\d+/\d+}
      WRITTEN = /\A(#{DIGITS})\s*([^\d\s]*)\z/
      FRACTION = %r{\A(?:(\S+)\s+)?(\d+)/([1-9]\d*)\z}
      POUNDS = /\A(\d+)\s*(?:-|lbs?\.?|:|\s)\s*(\d+(?:[.,]\d+)?)\s*(?:oz\.?)?\z/i
      OUNCES_IN_A_POUND = 16

      # unit: as Units names it, "fathom", "h", "s", or nil;  about: whether it was said to be no
      # more than an estimate
      Number = Struct.new(:value, :unit, :about, keyword_init: true)

      module_function

      # decimal: "," | ".", which stands before decimals in this table. Returns Number or nil.
      def read(text, decimal: ".")
        return nil if Blank.is?(text)

        plain = FRACTIONS.reduce(text.strip) { |whole, (sign, word)| whole.gsub(sign, word) }
        match = WRITTEN.match(plain.sub(ABOUT, "").strip) or raise not_a_number(text)
        Number.new(value: value(match[1].strip, decimal, text), unit: unit(match[2], text),
          about: plain.match?(ABOUT))
      end

      # Grams of a weight in pounds and ounces ("4-3", "4 lb 3 oz"); nil for other text.
      def pounds(text)
        match = POUNDS.match(text.to_s.strip) or return nil
        ounces = Float(match[2].tr(",", "."))
        return nil unless ounces < OUNCES_IN_A_POUND

        Units.weight_g(match[1].to_i + (ounces / OUNCES_IN_A_POUND), "lb")
      end

      def value(digits, decimal, text)
        if (match = FRACTION.match(digits))
          return plain(match[1] || "0", decimal, text) + (Float(match[2]) / Float(match[3]))
        end

        plain(digits, decimal, text)
      end

      # What parts thousands falls away; the other mark, where it cannot part thousands, is a
      # decimal mark all the same: 54.5 among commas.
      def plain(digits, decimal, text)
        other = decimal == "," ? "." : ","
        compact = digits.tr("−", "-").gsub(/[\u00A0\u202F\s]/, "")
        if compact.match?(/\A-?\d{1,3}(?:#{Regexp.escape(other)}\d{3})+(?!\d)/)
          compact = compact.gsub(other, "")
        end
        number = Float(compact.tr(",", "."), exception: false)
        number || raise(not_a_number(text))
      end

      def unit(written, text)
        return nil if written.empty?

        UNITS[written.downcase] || UNITS[written.downcase.delete(".")] || raise(not_a_number(text))
      end

      def not_a_number(text)
        Unreadable.new("#{text} is not a number as it can be read here.",
          "Write digits, and the unit in the head of the column.")
      end
      private_class_method :value, :plain, :unit, :not_a_number
    end
  end
end
