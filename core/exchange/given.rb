# frozen_string_literal: true

module Core
  module Exchange
    # Rows as they may leave: places and names as far as the receiver may know them.
    class Given
      # Of a place that a phone or boat told, and of one that is only its spot's. House rules.
      OWN_PLACE_M = 50
      SPOT_M = 1000
      # From the middle of a cell to its corner.
      CELL_M = (Waters::CoarsePlace::CELL_M / Math.sqrt(2)).ceil
      GENERALISED = "middle of a cell of #{Waters::CoarsePlace::CELL_M / 1000} km".freeze

      # exact: whether places go out as they are;  names: { member id => public name or nil } of
      # all members, in an order that stays;
      # species: { code => Fish::Species };  waters: { code => name }
      def initialize(exact:, names:, species:, waters:)
        @exact = exact
        # Who has no public name is told apart from others, in every file alike, and no more.
        @names = names.each_with_index.to_h { |(id, name), at| [id, name || "member #{at + 1}"] }
        @species = species
        @waters = waters
      end

      # row: as Store::Exchange#catches tells it. Returns the values of Tables::CATCHES in order.
      def catch(row)
        told = row.dup
        place(told)
        told[:scientific_name] = @species.fetch(row[:species_code]).scientific_name
        told[:water] = @waters[row[:water_code]]
        told[:caught_by] = name(row[:member_id])
        values_of(Tables::CATCHES, told)
      end

      def trip(row)
        values_of(
          Tables::TRIPS, row.merge(water: @waters[row[:water_code]], held_by: name(row[:member_id]))
        )
      end

      def species
        @species.values.map do |one|
          [one.code, one.common_name, one.scientific_name, one.length_kind]
        end
      end

      private

      def values_of(table, row) = row.values_at(*keys(table))

      # Asked for a million times.
      def keys(table) = (@keys ||= {}.compare_by_identity)[table] ||= table.names.map(&:to_sym)

      # told: written into
      def place(told)
        return told[:lon_deg] = nil if told[:lat_deg].nil?
        return exact(told) if @exact

        told.update(Waters::CoarsePlace.of(told[:lat_deg], told[:lon_deg]))
        told[:place_uncertainty_m] = CELL_M
        told[:place_generalised] = GENERALISED
      end

      def exact(told)
        told[:lat_deg] = told[:lat_deg].round(6)
        told[:lon_deg] = told[:lon_deg].round(6)
        told[:place_uncertainty_m] = told[:has_own_place] ? OWN_PLACE_M : SPOT_M
      end

      def name(member_id) = member_id && @names.fetch(member_id)
    end
  end
end
