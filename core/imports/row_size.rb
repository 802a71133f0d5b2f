# frozen_string_literal: true

module Core
  module Imports
    # Length and weight of a row, each with its unit and what was measured, held against what such
    # fish are like.
    module RowSize
      # A fish this much larger than the largest of its kind is in another unit; one so many times
      # lighter or heavier than its length says has one of the two wrong. House rules.
      LARGER_THAN_LARGEST = 1.3
      HEAVIER_THAN_LARGEST = 3
      UNLIKE_ITS_LENGTH = 4

      module_function

      # cells: RowCells;  species: Fish::Species | nil
      # Returns { length_mm:, length_kind:, length_how:, weight_g: } of what there is; the kind
      # Mapping::USUAL where the species is still to be found by the tag.
      def of(cells, species)
        size = { **length(cells, species), weight_g: weight(cells) }
        check(cells, size, species) if species
        size
      end

      def length(cells, species)
        number = cells.number(:length) or return {}
        column = cells.mapping.column(:length)
        unit = number.unit || column["unit"]
        return no_unit(cells, :length) unless Units::MM.key?(unit)

        { length_mm: Units.length_mm(number.value, unit),
          length_sd_mm: cells.number(:length_sd)&.value, length_kind: kind(cells, column, species),
          length_how: number.about ? "estimate" : how(cells, column) }
      end

      def kind(cells, column, species)
        return cells.word(:length_kind) if cells[:length_kind]

        kind = column["length_kind"] || cells.choice("length_kind")
        return kind == Mapping::USUAL && species ? species.length_kind : kind if kind

        cells.fault(:length, "The start and end of this length are not known.",
          "Choose what was measured: to the fork, to the end of the tail, …", ask: "length_kind")
      end

      def how(cells, column)
        cells.word(:length_how) || column["length_how"] || cells.choice("length_how") ||
          cells.fault(:length, "The way of measuring this length is not known.",
            "Choose how lengths of this table were measured.", ask: "length_how")
      end

      def weight(cells)
        pounds = cells.try(:weight) { |text| Numbers.pounds(text) } and return pounds
        number = cells.number(:weight) or return nil
        unit = number.unit || cells.mapping.column(:weight)["unit"]
        return Units.weight_g(number.value, unit) if Units::GRAMS.key?(unit)

        no_unit(cells, :weight)
        nil
      end

      def no_unit(cells, key)
        cells.fault(key, "The unit of this value is not known.", "Choose the unit of the column.",
          ask: "unit")
        {}
      end

      # An impossible size is taken out of `size`.
      def check(cells, size, species)
        if size[:length_mm] && !lengths(species).cover?(size[:length_mm])
          unlike(cells, :length, "#{size[:length_mm]} mm", species, "#{species.max_mm} mm")
          return drop_length(size)
        end
        return if size[:weight_g].nil? || check_weight(cells, size, species)

        size[:weight_g] = nil
      end

      def lengths(species)
        Fish::SentLength::RANGE_MM.min..(species.max_mm * LARGER_THAN_LARGEST)
      end

      def drop_length(size)
        %i[length_mm length_kind length_how length_sd_mm].each { |key| size.delete(key) }
      end

      def check_weight(cells, size, species)
        weight_g = size[:weight_g]
        largest_g = species.weight_g_at(species.max_mm).round
        unless (1..(largest_g * HEAVIER_THAN_LARGEST)).cover?(weight_g)
          return unlike(cells, :weight, "#{weight_g} g", species, "#{largest_g} g")
        end
        return true if size[:length_mm].nil?

        usual_g = species.weight_g_at(size[:length_mm]).round.clamp(1..)
        return true if weight_g.fdiv(usual_g).between?(1.0 / UNLIKE_ITS_LENGTH, UNLIKE_ITS_LENGTH)

        cells.fault(:weight,
          Text.of(
            "imports.row_size.g_cannot_be_the_weight", weight_g:,
            common_name: species.common_name, length_mm: size[:length_mm], usual_g:
          ), "Check both and their units.")
      end

      def unlike(cells, key, size, species, largest)
        cells.fault(key,
          Text.of(
            "imports.row_size.cannot_be_the_of_a", size:, key:, common_name: species.common_name,
            largest:
          ), Text.of("imports.row_size.check_the_number_and_the"))
      end
      private_class_method :length, :kind, :how, :weight, :no_unit, :check, :lengths, :drop_length,
        :check_weight, :unlike
    end
  end
end
