# frozen_string_literal: true

module Acts
  # Releases and recaptures counted in cells, finer the closer one looks. Who may not know exact
  # places sees no cell under 5 km; a coordinator, and a member of the own fish, sees finer ones.
  #
  #   within: [south, west, north, east] in degrees
  #
  #   month: of the catches, 1 to 12; nil for the whole year
  #
  # Returns { cells: [{ south:, west:, north:, east:, released:, back:, few: }], coarse: }; of a
  # cell with few fish of others no number is told.
  # Raises Core::InvalidInput.
  module MapWater
    GRID = Core::Geography::CoarsePlace
    KM_PER_DEGREE = GRID::METRES_PER_DEGREE / 1000
    COARSE_KM = GRID::CELL_M / 1000.0
    # So much of the view is one cell: finer says nothing at a glance.
    CELLS_ACROSS = 40

    module_function

    def call(context, filter:, within:, month: nil)
      WaterFilter.check_area("within", within)
      see_to_cells(context)
      asked = { **WaterFilter.of(context, filter), month: }.compact
      return { coarse: true, cells: whole_cells(context.store, asked, within) } unless
        WaterFilter.exact?(context.member, filter)

      steps = steps(within)
      cells = context.store.water_cells.count_within(
        asked, rows_each: steps[0], columns_each: steps[1], within:
      )
      { coarse: false, cells: cells.map { |count| cell(count, *steps) } }
    end

    # Whole cells that the view overlaps, or blocks of them: what a cell holds depends on no view.
    def whole_cells(store, asked, within)
      size = [(km_each(within) / COARSE_KM).ceil, 1].max
      store.water_cells.count_coarse(asked)
        .group_by { |count| GRID.block_of(count[:row], count[:column], size:) }
        .select { |_, counts| counts.any? { |count| in_view?(count, within) } }
        .map { |block, counts| whole_cell(block, counts, size) }
    end

    def in_view?(count, within) = GRID.overlaps?(count[:row], count[:column], within)

    def whole_cell(block, counts, size)
      south, west, north, east = GRID.bounds(*block, size:)
      released, back = %i[released back].map { |name| counts.sum { |count| count[name] } }
      few = released + back < Core::Privacy::Few::LEAST_FISH
      {
        south: south.round(5), north: north.round(5), west: west.round(5), east: east.round(5),
        few:, released: few ? 0 : released, back: few ? 0 : back
      }
    end

    def see_to_cells(context)
      store, today = context.store, context.today
      kept = store.water_answers.find(CountCells::TOPIC, CountCells::TOPIC)
      return CountCells.call(store, today:) if kept.nil?
      return if kept.data_version == store.water_answers.data_version(today:)

      return if store.jobs.any?(WaterJob.name, CountCells::TOPIC)

      store.transaction { WaterJob.enqueue(CountCells::TOPIC, {}) }
    end

    # How many of the smallest cells one of the map has, upwards and across.
    def steps(within)
      narrow, km = narrow(within), km_each(within)
      [
        [Store::WaterCells::CELL_LAT_DEG, 1],
        [Store::WaterCells::CELL_LON_DEG, narrow]
      ].map { |degrees, share| [(km / (degrees * KM_PER_DEGREE * share)).ceil, 1].max }
    end

    def narrow((south, _, north, _))
      Math.cos((south + north) / 2 * Math::PI / 180).abs.clamp(0.05, 1)
    end

    # So large a cell of the map is, for a view of this size.
    def km_each(within)
      south, west, north, east = within
      wide_km = (east - west) * KM_PER_DEGREE * narrow(within)
      [(north - south) * KM_PER_DEGREE, wide_km].max / CELLS_ACROSS
    end

    def cell(count, rows_each, columns_each)
      count => { row:, column: }
      high, wide = rows_each * Store::WaterCells::CELL_LAT_DEG, columns_each * Store::WaterCells::CELL_LON_DEG
      {
        south: (row * high).round(5), north: ((row + 1) * high).round(5),
        west: (column * wide).round(5), east: ((column + 1) * wide).round(5),
        **count.slice(:released, :back), few: false
      }
    end
    private_class_method :see_to_cells, :whole_cells, :in_view?, :whole_cell, :steps, :narrow,
      :km_each, :cell
  end
end
