# frozen_string_literal: true

module Core
  module Waters
    # Where the public may know a fish was: the middle of a cell of about 5 by 5 km.
    #
    # The grid is fixed, so that many fish from one spot do not average out to the spot.
    # House rule; exact places belong to the tagger and the cooperative.
    module CoarsePlace
      CELL_M = 5000
      # One degree of latitude is worth 110.6 to 111.7 km; the mean is close enough for a grid.
      METRES_PER_DEGREE = 111_132.0
      LAT_STEP_DEG = CELL_M / METRES_PER_DEGREE

      module_function

      # Returns { lat_deg:, lon_deg: } of the cell's middle, or nil for an unknown place.
      def of(lat_deg, lon_deg)
        return nil if lat_deg.nil? || lon_deg.nil?

        lat = middle(lat_deg, LAT_STEP_DEG).clamp(-89.9, 89.9)
        lon = middle(lon_deg, LAT_STEP_DEG / Math.cos(lat * Math::PI / 180))
        { lat_deg: lat.round(4), lon_deg: lon.clamp(-180.0, 180.0).round(4) }
      end

      # The cells that an area touches, whole: [south, west, north, east] of it and of them.
      def widened((south, west, north, east))
        low, high = (south / LAT_STEP_DEG).floor, (north / LAT_STEP_DEG).ceil
        # As wide in degrees as a cell is where they are widest.
        farthest = [south.abs, north.abs].max.clamp(0, 89.0)
        step = LAT_STEP_DEG / Math.cos(farthest * Math::PI / 180)
        [low * LAT_STEP_DEG, (west / step).floor * step, high * LAT_STEP_DEG,
          (east / step).ceil * step]
      end

      # Distances are told to the public in whole cells too: a finder knows one end exactly.
      def distance_m(metres) = metres && ((metres / CELL_M).round * CELL_M)

      def middle(degrees, step) = ((degrees / step).floor + 0.5) * step
      private_class_method :middle
    end
  end
end
