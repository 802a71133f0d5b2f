# frozen_string_literal: true

require "csv"

module Formats
  # A table that goes out, written row by row.
  module GivenCsv
    # io: to write to;  names: of the columns;  rows: a block that yields each row as an Array
    # Returns how many rows there were.
    def self.write(io, names)
      count = 0
      csv = CSV.new(io) << names
      yield(lambda do |row|
        count += 1
        csv << row.map { |value| CsvCell.of(value) }
      end)
      count
    end
  end
end
