# frozen_string_literal: true

module Core
  module Geography
    # Where the public may know a fish was: the middle of a cell of about 5 by 5 km.
    #
    # The grid is fixed, so that many fish from one spot do not average out to the spot.
    # House rule; exact places belong to the tagger and the cooperative.
    module CoarsePlace
      CELL_M = 5000
      # One degree of latitude is worth 110.6 to 111.7 km; the mean is close enough for a grid.
      METRES_PER_DEGREE = 111_132.0
      LAT_STEP_DEG = CELL_M / METRES_PER_DEGREE
      # Less than this in common is an edge, about ten metres.
      EDGE_DEG = 1e-4

      module_function

      # Returns { lat_deg:, lon_deg: } of the cell's middle, or nil for an unknown place.
      def of(lat_deg, lon_deg)
        return nil if lat_deg.nil? || lon_deg.nil?

        lat = middle(lat_deg, LAT_STEP_DEG).clamp(-89.9, 89.9)
        lon = middle(lon_deg, LAT_STEP_DEG / Math.cos(lat * Math::PI / 180))
        { lat_deg: lat.round(4), lon_deg: lon.clamp(-180.0, 180.0).round(4) }
      end

      # From the middle of one place's cell to that of the other's, in steps of 5 km; nil for a
      # place that is not known.
      #   from, to: [lat_deg, lon_deg]
      def between_m(from, to)
        middles = [of(*from), of(*to)]
        distance_m(Geodesic.distance_m(*middles.flat_map(&:values))) if middles.all?
      end

      # The edges of a block of cells that lie in `size` rows: those whose middles have this block.
      # With a size of 1 it is one cell. Returns [south, west, north, east].
      def bounds(block_row, block_column, size: 1)
        width = width_deg(block_row, size)
        [block_row * size * LAT_STEP_DEG, block_column * width,
          (block_row + 1) * size * LAT_STEP_DEG, (block_column + 1) * width]
      end

      # The middle of a cell: [lat_deg, lon_deg].
      def middle_of(row, column)
        south, west, north, east = bounds(row, column)
        [(south + north) / 2, (west + east) / 2]
      end

      # Whether a cell and an area have more than an edge in common.
      def overlaps?(row, column, (south, west, north, east))
        low, left, high, right = bounds(row, column)
        high - EDGE_DEG > south && low + EDGE_DEG < north &&
          right - EDGE_DEG > west && left + EDGE_DEG < east
      end

      # The block of `size` rows that a cell belongs to, by its middle alone: [row, column].
      def block_of(row, column, size:)
        lat, lon = middle_of(row, column)
        block_row = (lat / LAT_STEP_DEG / size).floor
        [block_row, (lon / width_deg(block_row, size)).floor]
      end

      # Distances are told to the public in whole cells too: a finder knows one end exactly.
      def distance_m(metres) = metres && ((metres / CELL_M).round * CELL_M)

      # The width of a block in degrees; a block is about as wide as it is high.
      def width_deg(block_row, size)
        middle = (block_row + 0.5) * size * LAT_STEP_DEG
        size * LAT_STEP_DEG / Math.cos(middle.clamp(-89.0, 89.0) * Math::PI / 180)
      end

      def middle(degrees, step) = ((degrees / step).floor + 0.5) * step
      private_class_method :middle, :width_deg
    end
  end
end
