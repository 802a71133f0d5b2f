# frozen_string_literal: true

require "nokogiri"

module Formats
  # Rows of the first table with anything in it of an OpenDocument spreadsheet. Read here and not by
  # the library that reads the other kind, which drops all but one of rows that are alike.
  # Source: OpenDocument 1.2, part 1, 9.1: rows and cells that repeat, and cells that span others.
  class OpenSheet
    TABLE = "urn:oasis:names:tc:opendocument:xmlns:table:1.0"
    OFFICE = "urn:oasis:names:tc:opendocument:xmlns:office:1.0"
    TEXT = "urn:oasis:names:tc:opendocument:xmlns:text:1.0"
    SPACES = { "table" => TABLE, "office" => OFFICE, "text" => TEXT }.freeze
    DURATION = /\APT(\d+)H(\d+)M/

    # zip: Zip::File. Returns [[String | nil]], [] where all sheets are empty.
    def self.rows(zip)
      document = Nokogiri::XML(zip.read(WorkbookIn::OPEN_SHEET), &:strict)
      document.xpath("//table:table", SPACES).each do |table|
        rows = new(table).rows
        return rows if rows.any?(&:any?)
      end
      []
    end

    def initialize(table)
      @table = table
      @spans = []
    end

    def rows
      rows_seen, blank = [], 0
      @table.xpath(".//table:table-row", SPACES).each do |row|
        times = repeated(row, "number-rows-repeated")
        cells = cells(row)
        # Blank rows to the end of the sheet are one that repeats a million times.
        next blank += times if cells.none?

        WorkbookIn.cells_within(rows_seen.size + blank + times, cells.size)
        blank.times { rows_seen << [] }
        blank = 0
        times.times { rows_seen << cells }
      end
      rows_seen
    end

    private

    def cells(row)
      cells = []
      row.element_children.each do |cell|
        value = cell.name == "covered-table-cell" ? spanned(cells.size) : value(cell)
        times = repeated(cell, "number-columns-repeated")
        next cells.concat([nil] * [times, TableText::MOST_COLUMNS + 1].min) if value.nil?

        WorkbookIn.cells_within(1, cells.size + times)
        span(cell, cells.size, value)
        times.times { cells << value }
      end
      cells.pop while cells.any? && cells.last.nil?
      @spans.each { |span| span[:rows] -= 1 }
      @spans.select! { |span| span[:rows].positive? }
      cells
    end

    def repeated(node, name) = (node.attribute_with_ns(name, TABLE)&.value || 1).to_i.clamp(1..)

    def span(cell, place, value)
      return if cell.name == "covered-table-cell"

      rows, columns = %w[number-rows-spanned number-columns-spanned].map do |name|
        repeated(cell, name)
      end
      @spans << { rows:, columns: place...(place + columns), value: } if rows > 1 || columns > 1
    end

    def spanned(column) = @spans.find { |span| span[:columns].cover?(column) }&.fetch(:value)

    def value(cell)
      office = ->(name) { cell.attribute_with_ns(name, OFFICE)&.value }
      case office.call("value-type")
      when "date" then office.call("date-value").to_s.delete_suffix("T00:00:00").tr("T", " ")
      when "float", "percentage", "currency" then WorkbookIn.text(Float(office.call("value")))
      when "time" then DURATION.match(office.call("time-value").to_s)&.captures&.join(":")
      when "boolean" then office.call("boolean-value") == "true" ? "yes" : "no"
      else written(cell)
      end
    end

    def written(cell)
      text = cell.xpath("text:p", SPACES).map(&:text).join("\n").strip
      text.empty? ? nil : text
    end
  end
end
