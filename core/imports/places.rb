# frozen_string_literal: true

module Core
  module Imports
    # Latitudes and longitudes as people write them into cells. What is blank reads as nil; raises
    # Unreadable.
    module Places
      AXES = { lat: [90, /[NS]/], lon: [180, /[EWO]/] }.freeze
      PARTINGS = [%r{\s*[;/]\s*}, /,\s+/, /(?<=[NS])[\s,]+/, /,/, /\s+/].freeze

      module_function

      # One coordinate, in degrees. axis: :lat | :lon
      def degrees(text, axis)
        return nil if Blank.is?(text)

        plain = text.strip.upcase
        plain = plain.tr(",", ".") if plain.count(",") == 1
        most, sides = AXES.fetch(axis)
        sum = sum(plain)
        side = plain[/[NSEWO]/]
        raise not_a_place(text) if sum.nil? || sum > most || (side && !side.match?(sides))

        plain.match?(/\A[-−]|[SW]/) ? -sum : sum
      end

      # Both in one cell. Returns [lat, lon] or nil.
      def both(text)
        return nil if Blank.is?(text)

        parts = PARTINGS.map { |parting| text.strip.upcase.split(parting) }
          .find { |pair| pair.size == 2 }
        raise not_a_place(text) if parts.nil?

        [degrees(parts[0], :lat), degrees(parts[1], :lon)]
      end

      # Degrees, minutes and seconds.
      def sum(plain)
        parts = plain.scan(/\d+(?:\.\d+)?/).map { |part| Float(part) }
        return nil if parts.empty? || parts.size > 3 || parts.drop(1).any? { |part| part >= 60 }

        parts.each_with_index.sum { |part, place| part / (60**place) }
      end

      def not_a_place(text)
        Unreadable.new("#{text} cannot be read as a latitude or longitude.",
          "Write degrees with a point, as 10.735, or degrees and minutes, as 10°44.1'N.")
      end
      private_class_method :sum, :not_a_place
    end
  end
end
