# frozen_string_literal: true

module Formats
  # A table that goes out, written row by row: a million of them, so by hand and not by the library,
  # which takes twice as long. RFC 4180, with line feeds.
  class GivenCsv
    # What may not stand in a cell as it is.
    MARKED = /[",\r\n]|\A\s|\A\z/
    # Most texts are codes and names, which come again and again.
    MOST_KEPT = 5000

    # io: to write to;  table: Core::Exchange::Table;  rows: a block that yields each row as an
    # Array. Returns how many rows there were.
    def self.write(io, table, &) = new(io, table).write(&)

    def initialize(io, table)
      @io = io
      @table = table
      @cells = {}
      # Numbers, days, codes and the names of rows stand as they are.
      @free = table.columns.each_with_index.filter_map do |column, index|
        index if column.type == "string" && column.codes.nil? && !column.name.end_with?("_id")
      end
    end

    def write
      count = 0
      @io.write("#{@table.names.join(',')}\n")
      yield(lambda do |row|
        count += 1
        put(row.dup)
      end)
      count
    end

    private

    def put(row)
      @free.each { |index| row[index] &&= @cells[row[index]] || text(row[index]) }
      @io.write(row.join(",") << "\n")
    end

    def text(value)
      cell = CsvCell.of(value)
      cell = %("#{cell.gsub('"', '""')}") if cell.match?(MARKED)
      @cells[value] = cell if @cells.size < MOST_KEPT
      cell
    end
  end
end
