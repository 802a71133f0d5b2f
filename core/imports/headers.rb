# frozen_string_literal: true

module Core
  module Imports
    # What the head of a column says: the field, the unit, from where to where a length goes.
    module Headers
      # Units that head a column on their own.
      ALONE = {
        "mm" => [:length, "mm"], "cm" => [:length, "cm"], "kg" => [:weight, "kg"],
        "lb" => [:weight, "lb"], "lbs" => [:weight, "lb"], "lb oz" => [:weight, "lb"],
        "lbs oz" => [:weight, "lb"], "wt lb oz" => [:weight, "lb"],
        "weight lb oz" => [:weight, "lb"]
      }.freeze

      # As small words without marks: "Length (cm)" -> "length cm"; "FL_mm" -> "fl mm"; "TagNo" ->
      # "tag no"; numbers at the end, as in "tag2", fall away.
      def self.plain(text)
        text.to_s.unicode_normalize(:nfkd).gsub(/(?<=[a-z])(?=[A-Z])/, " ").downcase
          .tr("°", " ").gsub(/[^a-z0-9]+/, " ").gsub(/(?<=[a-z])\d+\b/, "").strip
      end

      # Returns [Field | nil, unit | nil]
      def self.read(text)
        words = plain(text)
        KnownColumns::ALL.each do |field|
          return [field, nil] if field.words.include?(words)

          unit = field.units && unit_of(words, field)
          return [field, unit] if unit && field.words.include?(without(
            words, field.units[unit]
          ))
        end
        key, unit = ALONE[words]
        return [KnownColumns::BY_KEY.fetch(key), unit] if key

        stem = words.delete_suffix(" s")
        [KnownColumns::ALL.find { |field| field.words.include?(stem) }, nil]
      end

      def self.unit_of(words, field)
        field.units.keys.find { |unit| !!words.split.intersect?(field.units[unit]) }
      end

      def self.without(words, unit_words) = (words.split - unit_words).join(" ")

      # "FL" | "TL" | ... where the head of a length says so.
      def self.length_kind(text)
        of(text, KnownColumns::LENGTH_KINDS)
      end

      # "board" | "tape" | ... where the head of a length says so.
      def self.length_how(text) = of(text, KnownColumns::LENGTH_HOWS)

      def self.of(text, table)
        words = plain(text).split
        table.keys.find { |key| !!words.intersect?(table[key]) }
      end
      private_class_method :unit_of, :without, :of
    end
  end
end
