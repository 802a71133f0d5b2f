# frozen_string_literal: true

module Store
  # Releases and recaptures counted in cells of the map.
  #
  #   filter: as CatchFilter has it
  class WaterCells
    def initialize(db) = @db = db

    include CatchFilter

    # The smallest cell, about 220 m; every cell of the map is made of whole ones.
    CELL_LAT_DEG = 0.002
    CELL_LON_DEG = 0.003
    MONTH = Sequel.cast(Sequel.function(:date_part, "month", :caught_on), Integer)
    # Row and column of the 5 km cell.
    COARSE = [
      Sequel.cast(Area.row(:lat_deg), Integer).as(:coarse_row),
      Sequel.cast(Area.column(:lat_deg, :lon_deg), Integer).as(:coarse_column)
    ].freeze
    private_constant :MONTH, :COARSE

    # Releases and recaptures in cells of so many of the smallest: [{ row:, column:, released:,
    # back: }]; by the counted cells where the filter allows it.
    def count_within(filter, rows_each:, columns_each:, within:)
      south, west, north, east = within
      counted = (filter.keys - %i[species month]).empty?
      query =
        (
          if counted
            counted_cells(filter)
          else
            small_cells(filtered(@db[:catches], filter, Sequel[:catches]))
          end
        )
      row, column = [[:row_number, rows_each], [:column_number, columns_each]].map do |name, each|
        Sequel.cast(Sequel.function(:floor, Sequel.cast(name, Float) / each), Integer)
      end
      @db.from(query.as(:small))
        .where(row_number: (south / CELL_LAT_DEG).floor..(north / CELL_LAT_DEG).floor)
        .where(column_number: (west / CELL_LON_DEG).floor..(east / CELL_LON_DEG).floor)
        .group(row, column)
        .select(row.as(:row), column.as(:column), sum(:released), sum(:back)).all
    end

    # Releases and recaptures in whole 5 km cells of Core::Geography::CoarsePlace: [{ row:, column:,
    # released:, back: }].
    def count_coarse(filter)
      counted = (filter.keys - %i[species month]).empty?
      cells = if counted
        counted_cells(filter, :coarse_row, :coarse_column)
      else
        small_cells(filtered(@db[:catches], filter, Sequel[:catches]), *COARSE)
      end
      @db.from(cells.as(:small)).group(:coarse_row, :coarse_column)
        .select(Sequel[:coarse_row].as(:row), Sequel[:coarse_column].as(:column),
          sum(:released), sum(:back)).all
    end

    # Counts all catches into the smallest cells anew.
    def count
      @db[:water_cells].delete
      @db[:water_cells].insert(
        %i[row_number column_number species_code month coarse_row coarse_column released back],
        small_cells(
          @db[:catches], Sequel[:species_code].as(:species_code), MONTH.as(:month), *COARSE
        )
          .from_self.select(
            :row_number, :column_number, :species_code, :month, :coarse_row, :coarse_column,
            :released, :back
          )
      )
    end

    private

    def counted_cells(filter, *more)
      cells = @db[:water_cells]
      cells = cells.where(species_code: filter[:species]) if filter[:species]
      cells = cells.where(month: filter[:month]) if filter[:month]
      cells.select(:row_number, :column_number, :released, :back, *more)
    end

    def small_cells(catches, *by)
      row, column = [[:lat_deg, CELL_LAT_DEG], [:lon_deg, CELL_LON_DEG]].map do |name, size|
        Sequel.cast(Sequel.function(:floor, Sequel[name] / size), Integer)
      end
      tagged = { kind: "tagged" }
      catches.exclude(lat_deg: nil).group(row, column, *by.map(&:expression)).select(
        row.as(:row_number), column.as(:column_number), *by,
        Sequel.function(:count).*.filter(tagged).as(:released),
        Sequel.function(:count).*.filter(Sequel.~(tagged)).as(:back)
      )
    end

    def sum(column) = Sequel.cast(Sequel.function(:sum, column), Integer).as(column)
  end
end
