# frozen_string_literal: true

module Store
  # Rows of an area: by their exact places, or by whole 5 km cells for readers who may not know
  # those. A cell belongs to every area that it overlaps, so no edge of an area ever cuts a cell.
  module Area
    STEP_DEG = Core::Geography::CoarsePlace::LAT_STEP_DEG
    # Cells that only share an edge with an area do not overlap it.
    EDGE_DEG = Core::Geography::CoarsePlace::EDGE_DEG
    private_constant :STEP_DEG, :EDGE_DEG

    module_function

    # filter: with area: or cells:, each [south, west, north, east];  lat, lon: columns
    def within(rows, filter, lat, lon)
      south, west, north, east = filter[:area] || filter[:cells]
      return rows if south.nil?
      return rows.where(lat => south..north, lon => west..east) if filter[:area]

      # A plain comparison first: it spares the cells of most rows.
      rows = rows.where(lat => (south - STEP_DEG)..(north + STEP_DEG))
      overlapping(overlapping(rows, middle_lat(lat), STEP_DEG, south, north),
        middle_lon(lat, lon), width_deg(lat), west, east)
    end

    def overlapping(rows, middle, size, first, last)
      half = (Sequel.expr(size) / 2) - EDGE_DEG
      rows.where { (middle + half > first) & (middle - half < last) }
    end

    # The cell of Core::Geography::CoarsePlace that a place lies in, as SQL.
    def row(lat) = Sequel.function(:floor, Sequel.cast(lat, Float) / STEP_DEG)
    def column(lat, lon) = Sequel.function(:floor, Sequel.cast(lon, Float) / width_deg(lat))

    def middle_lat(lat) = (row(lat) + 0.5) * STEP_DEG
    def middle_lon(lat, lon) = (column(lat, lon) + 0.5) * width_deg(lat)

    def width_deg(lat)
      narrow = Sequel.function(:cos, Sequel.function(:radians, middle_lat(lat)))
      Sequel.expr(STEP_DEG) / narrow
    end
    private_class_method :overlapping, :middle_lat, :middle_lon, :width_deg
  end
end
