# frozen_string_literal: true

require "csv"

module Formats
  # Members, species or spots as a table that comes in again.
  module ListCsv
    def self.write(columns, rows)
      CSV.generate do |csv|
        csv << columns
        rows.each { |row| csv << columns.map { |column| cell(row[column.to_sym]) } }
      end
    end

    def self.cell(value)
      case value
      when true then "yes"
      when false then "no"
      when Array then CsvCell.of(value.join("; "))
      else CsvCell.of(value.respond_to?(:iso8601) ? value.iso8601 : value)
      end
    end
    private_class_method :cell
  end
end
