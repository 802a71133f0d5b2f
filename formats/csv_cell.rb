# frozen_string_literal: true

module Formats
  # A value as it may stand in a table that somebody opens: what a spreadsheet would run as a
  # formula gets a leading apostrophe.
  module CsvCell
    FORMULA = /\A[=+\-@\t\r]/

    def self.of(value)
      value.is_a?(String) && value.match?(FORMULA) ? "'#{value}" : value
    end
  end
end
