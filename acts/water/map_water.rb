# frozen_string_literal: true

module Acts
  # Releases and recaptures counted in cells, finer the closer one looks. Who may not know exact
  # places sees no cell under 5 km; a coordinator, and a member of the own fish, sees finer ones.
  #
  #   within: [south, west, north, east] in degrees
  #   zoom:   Integer, as web maps count
  #
  # Returns { cells: [{ south:, west:, north:, east:, released:, back: }], coarse: }.
  module MapWater
    KM_PER_DEGREE = 111.2
    COARSE_KM = Core::Waters::CoarsePlace::CELL_M / 1000.0
    # So much of the view is one cell: finer says nothing at a glance.
    CELLS_ACROSS = 40

    module_function

    def call(context, filter:, within:)
      south, west, north, east = within
      if north <= south || east <= west
        raise Core::InvalidInput.at(
          "within", :no_area, "The area has no extent. Send south, west, north, east."
        )
      end

      exact = context.member[:role] == "coordinator" || filter[:mine]
      km = [(north - south) * KM_PER_DEGREE / CELLS_ACROSS, exact ? 0.2 : COARSE_KM].max
      lat_step = km / KM_PER_DEGREE
      lon_step = lat_step / Math.cos((south + north) / 2 * Math::PI / 180).abs.clamp(0.05, 1)
      cells = context.store.water.cells(
        { **filter.except(:mine), member_id: filter[:mine] ? context.member[:id] : nil }.compact,
        lat_step:, lon_step:, within:
      )
      { coarse: !exact, cells: cells.map { |one| cell(one, lat_step, lon_step) } }
    end

    def cell(one, lat_step, lon_step)
      {
        south: (one[:row] * lat_step).round(5), north: ((one[:row] + 1) * lat_step).round(5),
        west: (one[:column] * lon_step).round(5), east: ((one[:column] + 1) * lon_step).round(5),
        **one.slice(:released, :back)
      }
    end
    private_class_method :cell
  end
end
