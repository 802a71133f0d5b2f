# frozen_string_literal: true

module Formats
  # A table in whatever kind of file people keep one: our own package, a workbook, lines of JSON, or
  # text with a mark between columns.
  module TableFile
    # bytes: String. Returns TableText::Table. Raises Core::InvalidInput.
    def self.read(bytes)
      package = PackageIn.table(bytes)
      return TableText.read(package) if package

      WorkbookIn.read(bytes) || JsonLines.read(bytes) || TableText.read(bytes)
    end
  end
end
