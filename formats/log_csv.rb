# frozen_string_literal: true

require "csv"

module Formats
  # A member's log as one table: a row per fish, a column per thing, units in the names.
  module LogCsv
    # What a log has beside the fields of the record, and what those are called where the log's name
    # is another one.
    JOINED = {
      spot_name: "spot", platform: "platform", common_name: "species",
      scientific_name: "scientific_name", put: "tags_put"
    }.freeze
    NAMES = { id: "encounter_id", read_numbers: "tags_read", **JOINED }.freeze
    COLUMNS = [
      :id, :trip_id, :caught_at_utc, :caught_on, *JOINED.keys, *Core::Fields::Encounter.log
    ].uniq.freeze

    # row: Hash of the fields and of what is JOINED, lists and JSON as plain Ruby
    def self.cell(row, column)
      value = column == :caught_at_utc ? row[:caught_at].utc.iso8601(3) : row[column]
      case value
      when Hash then value.map { |name, state| "#{name}=#{state}" }.join(" ")
      when Array then value.join(" ")
      else value
      end
    end

    def self.text(rows)
      CSV.generate do |csv|
        csv << COLUMNS.map { |column| NAMES.fetch(column, column.to_s) }
        rows.each do |row|
          csv << COLUMNS.map { |column| CsvCell.of(cell(row, column)) }
        end
      end
    end
  end
end
