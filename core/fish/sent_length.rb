# frozen_string_literal: true

module Core
  module Fish
    # A length as people send it ({ value:, unit:, kind:, how: } or nil) as the columns that keep
    # it; sd_mm: only from the photo bench.
    module SentLength
      # A range of anything that was ever caught on a rod; the species' own range is a query, not a
      # refusal.
      RANGE_MM = (10..10_000)
      NOT_MEASURED = { length_mm: nil, length_kind: nil, length_how: nil, length_sd_mm: nil }.freeze

      module_function

      # Raises InvalidInput :length_out_of_range, :unknown_unit, :not_a_number.
      def columns(length, field: "length")
        return NOT_MEASURED if length.nil?

        mm = Units.length_mm(length[:value], length[:unit])
        unless RANGE_MM.cover?(mm)
          raise InvalidInput.at(field, :length_out_of_range,
            Text.of(
              "fish.sent_length.a_length_of_is_outside", value: length[:value],
              unit: length[:unit]
            ))
        end
        {
          length_mm: mm,
          length_kind: length[:kind],
          length_how: length[:how],
          length_sd_mm: length[:sd_mm]
        }
      end

      # While it is being typed: a first digit is no length yet.
      def so_far(length)
        columns(length)
      rescue InvalidInput
        NOT_MEASURED
      end
    end
  end
end
