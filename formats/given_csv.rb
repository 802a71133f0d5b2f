# frozen_string_literal: true

module Formats
  # A table that goes out, written row by row: a million of them, so by hand and not by the library,
  # which takes twice as long. RFC 4180, with line feeds.
  class GivenCsv
    # What may not stand in a cell as it is.
    MARKED = /[",\r\n]|\A\s|\A\z/
    SPECIAL = Regexp.union(MARKED, CsvCell::FORMULA)
    # Most cells are codes, and measures of few digits, which come again and again.
    MOST_KEPT = 5000

    # io: to write to;  names: of the columns;  rows: a block that yields each row as an Array
    # Returns how many rows there were.
    def self.write(io, names, &) = new(io).write(names, &)

    def initialize(io)
      @io = io
      @cells = {}
    end

    def write(names)
      count = 0
      put(names)
      yield(lambda do |row|
        count += 1
        put(row)
      end)
      count
    end

    private

    def put(row)
      @io.write(row.map { |value| @cells[value] || cell(value) }.join(",") << "\n")
    end

    def cell(value)
      cell = value.is_a?(String) ? text(value) : value.to_s
      @cells[value] = cell if @cells.size < MOST_KEPT
      cell
    end

    def text(value)
      return value unless value.match?(SPECIAL)

      cell = CsvCell.of(value)
      cell.match?(MARKED) ? %("#{cell.gsub('"', '""')}") : cell
    end
  end
end
