# frozen_string_literal: true

module Formats
  # A table that goes out, written row by row: a million of them, so by hand and not by the library,
  # which takes twice as long. RFC 4180, with line feeds.
  class GivenCsv
    # What may not stand in a cell as it is.
    MARKED = /[",\r\n]|\A\s|\A\z/
    SPECIAL = Regexp.union(MARKED, CsvCell::FORMULA)

    # io: to write to;  table: Core::Exchange::Table;  rows: a block that yields each row as an
    # Array. Returns how many rows there were.
    def self.write(io, table, &) = new(io, table).write(&)

    def initialize(io, table)
      @io = io
      @table = table
      # Numbers, days and codes stand as they are.
      @free = table.columns.each_index.select do |at|
        table.columns[at].type == "string" && table.columns[at].codes.nil?
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
      @free.each { |at| row[at] &&= text(row[at]) }
      @io.write(row.join(",") << "\n")
    end

    def text(value)
      return value unless value.match?(SPECIAL)

      cell = CsvCell.of(value)
      cell.match?(MARKED) ? %("#{cell.gsub('"', '""')}") : cell
    end
  end
end
