# frozen_string_literal: true

module Core
  module Exchange
    # Rows as they may leave: places and names as far as the receiver may know them. A million are
    # asked for, so a row is a list of cells, each a value or the text of one, and comes out as one.
    class Given
      # Of a place that a phone or boat told, and of one that is only its spot's. House rules.
      OWN_PLACE_M = 50
      SPOT_M = 1000
      # From the middle of a cell to its corner.
      CELL_M = (Geography::CoarsePlace::CELL_M / Math.sqrt(2)).ceil
      GENERALISED = "middle of a cell of #{Geography::CoarsePlace::CELL_M / 1000} km".freeze

      # What is read of a catch and of a trip, in order.
      BEFORE_MEASURED = %w[
        catch_id fish_id trip_id kind caught_on species_code length_mm length_kind length_how
        length_sd_mm weight_g lat_deg lon_deg depth_m water_temp_c hook_type hook_place bleeding
      ].freeze
      AFTER_MEASURED = %w[
        fate outcome tag_numbers has_own_place water_code member_id place_error_m
      ].freeze
      CATCH = [*BEFORE_MEASURED, *Tables::MEASURED.map(&:first), *AFTER_MEASURED].freeze
      TRIP = %w[
        trip_id held_on platform water_temp_c fished_hours rods lat_deg lon_deg shown_lat_deg
        shown_lon_deg water_code member_id
      ].freeze
      # As the database writes a truth, and as it is.
      TRUTHS = [true, "t"].freeze

      # Places of columns in what is read and in what goes out.
      module At
        READ = CATCH.each_with_index.to_h.freeze
        OUT = Tables::CATCHES.names.each_with_index.to_h.freeze
        # Where each that goes out is read; beyond the last one what is made here.
        CATCHES = OUT.keys.map { |name| READ.fetch(name, CATCH.size) }.freeze
        TRIPS = Tables::TRIPS.names.map { |name| TRIP.index(name) || TRIP.size }.freeze
        LAT, LON, UNCERTAINTY, GENERALISED, SCIENTIFIC, WATER, BY = OUT.values_at(
          "lat_deg", "lon_deg", "place_uncertainty_m", "place_generalised", "scientific_name",
          "water", "caught_by"
        )
        OWN, SPECIES, WATER_CODE, MEMBER, ERROR = READ.values_at(
          "has_own_place", "species_code", "water_code", "member_id", "place_error_m"
        )
        CATCH_HANDLING, TRIP_HANDLING = [Tables::CATCHES, Tables::TRIPS].map do |table|
          Tables::HANDLING.fetch(table).map { |name| table.names.index(name) }
        end
        TRIP_LAT, TRIP_LON, TRIP_WATER, HELD_BY = %w[lat_deg lon_deg water held_by].map do |name|
          Tables::TRIPS.names.index(name)
        end
        SHOWN_LAT, SHOWN_LON, TRIP_WATER_CODE, TRIP_MEMBER = %w[
          shown_lat_deg shown_lon_deg water_code member_id
        ].map { |name| TRIP.index(name) }
      end
      private_constant :At

      # exact: whether places go out as they are;  handling: whether it goes out how each fish was
      # handled;  names: { member id => public name or nil } of
      # all members, in an order that stays;
      # species: { code => Fish::Species };  waters: { code => name }
      def initialize(exact:, names:, species:, waters:, handling: true)
        @exact = exact
        @handling = handling
        # Who has no public name is told apart from others, in every file alike, and no more.
        @names = names.each_with_index.to_h do |(id, name), index|
          [id, name || "member #{index + 1}"]
        end
        @species = species
        @waters = waters
      end

      # cells: of CATCH. Returns those of Tables::CATCHES.
      def catch(cells)
        values = cells.values_at(*At::CATCHES)
        values[At::SCIENTIFIC] = @species.fetch(cells[At::SPECIES]).scientific_name
        values[At::WATER] = @waters[cells[At::WATER_CODE]]
        values[At::BY] = name(cells[At::MEMBER])
        At::CATCH_HANDLING.each { |place| values[place] = nil } unless @handling
        place(values, error_m(cells))
        values
      end

      # cells: of TRIP. Returns those of Tables::TRIPS.
      def trip(cells)
        values = cells.values_at(*At::TRIPS)
        values[At::TRIP_WATER] = @waters[cells[At::TRIP_WATER_CODE]]
        values[At::HELD_BY] = name(cells[At::TRIP_MEMBER])
        At::TRIP_HANDLING.each { |place| values[place] = nil } unless @handling
        place = values.values_at(At::TRIP_LAT, At::TRIP_LON)
        place = cells.values_at(At::SHOWN_LAT, At::SHOWN_LON) unless @exact
        values[At::TRIP_LAT], values[At::TRIP_LON] = shown(*place)
        values
      end

      def species
        @species.values.map do |species|
          [species.code, species.common_name, species.scientific_name, species.length_kind]
        end
      end

      private

      def error_m(cells)
        cells[At::ERROR]&.to_i || (TRUTHS.include?(cells[At::OWN]) ? OWN_PLACE_M : SPOT_M)
      end

      # A place that came in as the middle of a cell is no finer here.
      def place(values, error_m)
        return values[At::LON] = nil if values[At::LAT].nil?

        values[At::LAT], values[At::LON] = shown(values[At::LAT], values[At::LON])
        coarse = !@exact || error_m >= CELL_M
        values[At::UNCERTAINTY] = coarse ? [error_m, CELL_M].max : error_m
        values[At::GENERALISED] = GENERALISED if coarse
      end

      # As exact as they may be known: [latitude, longitude]
      def shown(lat, lon)
        return if lat.nil?

        lat, lon = Float(lat), Float(lon)
        @exact ? [lat.round(6), lon.round(6)] : Geography::CoarsePlace.of(lat, lon).values
      end

      def name(member_id) = member_id && @names.fetch(member_id)
    end
  end
end
