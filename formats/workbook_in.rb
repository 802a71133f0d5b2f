# frozen_string_literal: true

require "nokogiri"
require "roo"
require "zip"

module Formats
  # The first sheet of a workbook that holds anything, of an office program's .xlsx or .ods; cells
  # that span several rows or columns hold in all of them.
  module WorkbookIn
    MOST_BYTES = 200_000_000
    # Sheets are packed to a hundredth at best: what unpacks to more was made to fill a memory.
    MOST_TIMES = 200
    SMALL_BYTES = 5_000_000
    MOST_CELLS = 4_000_000
    SHEET, OPEN_SHEET = "xl/workbook.xml", "content.xml"

    module_function

    # bytes: String. Returns TableText::Table; nil where it is no workbook. Raises
    # Core::InvalidInput.
    def read(bytes)
      return nil unless bytes.b.start_with?("PK\x03\x04".b)

      zip = Zip::File.open_buffer(StringIO.new(bytes))
      rows = if zip.find_entry(SHEET) then check(zip, bytes) && of_xlsx(bytes)
      elsif zip.find_entry(OPEN_SHEET) then check(zip, bytes) && OpenSheet.rows(zip)
      end
      rows && TableText.checked(
        TableText::Table.new(rows: numbered(rows), encoding: "UTF-8", separator: "sheet")
      )
    rescue Zip::Error, Zlib::Error, Nokogiri::XML::SyntaxError, Roo::Error
      TableText.refuse(:not_whole,
        Core::Text.of("formats.workbook_in.this_workbook_cannot_be_read"))
    end

    # The library holds entries to the sizes they declare.
    def check(zip, bytes)
      unpacked = zip.entries.sum(&:size)
      return true if unpacked <= (MOST_TIMES * bytes.bytesize).clamp(SMALL_BYTES, MOST_BYTES)

      TableText.refuse(:too_large,
        Core::Text.of(
          "formats.workbook_in.this_workbook_unpacks_to_mb", megabytes: unpacked / 1_000_000
        ))
    end

    def of_xlsx(bytes)
      book = Roo::Excelx.new(StringIO.new(bytes), expand_merged_ranges: true)
      sheet = book.sheets.map { |name| book.sheet_for(name) }.find(&:last_row)
      return [] if sheet.nil?

      cells_within(sheet.last_row, sheet.last_column)
      (1..sheet.last_row).map do |row|
        sheet.row(row).then { |cells| cells.map { |cell| text(cell) } }
      end
    end

    def cells_within(rows, columns)
      return if rows <= TableText::MOST_ROWS && columns <= TableText::MOST_COLUMNS &&
        rows * columns <= MOST_CELLS

      most = "#{TableText::MOST_ROWS} rows and #{TableText::MOST_COLUMNS} columns"
      TableText.refuse(:too_many_rows,
        Core::Text.of("formats.workbook_in.this_sheet_reaches_to_row", rows:, columns:, most:))
    end

    # A day without a time is a day; a number without decimals has none.
    def text(value)
      case value
      when nil then nil
      when DateTime, Time then moment(value)
      when Date then value.iso8601
      when Float then value == value.round ? value.round.to_s : format("%.12g", value)
      else value.to_s.strip
      end
    end

    def moment(value)
      return value.strftime("%Y-%m-%d") if [value.hour, value.min, value.sec].all?(&:zero?)

      value.strftime("%Y-%m-%d %H:%M:%S")
    end

    def numbered(rows)
      rows.each_with_index.map do |cells, index|
        [index + 1, cells.map do |cell|
          cell unless cell == ""
        end]
      end
        .reject { |_, cells| cells.all?(&:nil?) }
    end
    private_class_method :check, :of_xlsx, :moment, :numbered
  end
end
