# frozen_string_literal: true

require "csv"

module Formats
  # Tags of other programmes, to be passed on: what was caught and when, with the place in words;
  # nothing of who found it.
  module ForeignTagsCsv
    COLUMNS = {
      "number_as_read" => :number_as_read,
      "programme" => :other_programme,
      "species" => :species_code,
      "length_mm" => :length_mm,
      "length_kind" => :length_kind,
      "caught_on" => :caught_on,
      "place" => :place_words,
      "fate" => :fate,
      "report_id" => :id
    }.freeze

    def self.write(tags)
      CSV.generate do |csv|
        [
          COLUMNS.keys,
          *tags.map { |tag| tag.values_at(*COLUMNS.values).map { |value| CsvCell.of(value) } }
        ].each { |row| csv << row }
      end
    end
  end
end
