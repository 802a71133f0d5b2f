# frozen_string_literal: true

module Core
  module Imports
    # Place of a row: as its coordinates say, as its spot is named, or both where they agree.
    module RowPlace
      # A place so far from its spot has a sign or a digit wrong; one without a spot takes the
      # nearest within so far. House rules.
      FAR_FROM_SPOT_KM = 50
      NEAREST_WITHIN_KM = 25

      module_function

      # As good as on the spot: nobody's own place.
      ON_SPOT_KM = 0.01

      # cells: RowCells. Returns { lat_deg:, lon_deg:, place_error_m:, spot_code: }; the first three
      # nil of a place that is its spot's.
      def of(cells)
        lat_deg = cells.try(:lat) { |text| Places.degrees(text, :lat) }
        lon_deg = cells.try(:lon) { |text| Places.degrees(text, :lon) }
        both = cells.try(:position) { |text| Places.both(text) }
        lat_deg, lon_deg = both if both
        half_a_place(cells)
        lat_deg = lon_deg = nil if lat_deg.nil? || lon_deg.nil?
        place(cells, lat_deg, lon_deg, cells.number(:place_error)&.value&.round)
      end

      def place(cells, lat_deg, lon_deg, place_error_m)
        spot_code = spot(cells, lat_deg, lon_deg)
        return { spot_code: } if place_error_m == Exchange::Given::SPOT_M &&
          on_spot?(cells.known, spot_code, lat_deg, lon_deg)

        place_error_m = nil if place_error_m == Exchange::Given::OWN_PLACE_M
        { lat_deg:, lon_deg:, place_error_m:, spot_code: }
      end

      def on_spot?(known, spot_code, lat_deg, lon_deg)
        spot_code && lat_deg && known.km(known.spots[spot_code], lat_deg, lon_deg) <= ON_SPOT_KM
      end

      def half_a_place(cells)
        return if cells[:lat].nil? == cells[:lon].nil? || cells[:position]

        there, lacking = cells[:lat] ? %w[latitude longitude] : %w[longitude latitude]
        cells.fault(cells[:lat] ? :lat : :lon, "There is a #{there} without a #{lacking}.",
          "Write both, or neither.")
      end

      # As it is named, else the nearest to the place; both have to agree.
      def spot(cells, lat_deg, lon_deg)
        code = cells.word(:spot) || told_by_place(cells) || cells.choice("spot")
        return code if lat_deg.nil?
        return nearest(cells, lat_deg, lon_deg) if code.nil?

        spot = cells.known.spots.fetch(code)
        km = cells.known.km(spot, lat_deg, lon_deg)
        km <= FAR_FROM_SPOT_KM ? code : far(cells, km, spot.name)
      end

      # As our own package says it.
      def told_by_place(cells)
        return nil if cells[:spot_lat].nil? || cells[:spot_lon].nil?

        nearest(cells, Places.degrees(cells[:spot_lat], :lat),
          Places.degrees(cells[:spot_lon], :lon))
      end

      def nearest(cells, lat_deg, lon_deg)
        spot, km = cells.known.nearest_spot(lat_deg, lon_deg)
        return far(cells, nil, "any spot") if spot.nil?

        km <= NEAREST_WITHIN_KM ? spot.code : far(cells, km, "the nearest spot")
      end

      def far(cells, km, from)
        cells.fault(cells[:lat] ? :lat : :position,
          "This place is #{km ? "#{km.round} km" : 'far'} from #{from}.",
          "West and south are minus. If the place is right, add its spot first.")
      end
      private_class_method :half_a_place, :place, :on_spot?, :spot, :told_by_place, :nearest, :far
    end
  end
end
