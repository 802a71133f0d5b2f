# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/workbooks"

# Workbooks and lines of JSON as tables; what was made to fill a memory is turned away before it
# is unpacked.
class WorkbooksTest < Minitest::Test
  HEAD = %w[day fish mm].freeze
  ROWS = [HEAD, [Date.new(2019, 5, 14), "Cod", 612], [nil, nil, nil],
    [Date.new(2019, 5, 15), "Größe", 48.5]].freeze
  READ = [[1, HEAD], [2, %w[2019-05-14 Cod 612]], [4, %w[2019-05-15 Größe 48.5]]].freeze

  REST = '<table:table-row table:number-rows-repeated="1048000"><table:table-cell ' \
    'table:number-columns-repeated="16000"/></table:table-row>'

  def read(bytes) = Formats::TableFile.read(bytes).rows

  def refused(bytes) = assert_raises(Core::InvalidInput) { read(bytes) }.message

  def test_both_kinds_of_workbook_read_alike
    { "xlsx" => Workbooks.xlsx(ROWS), "ods" => Workbooks.ods(ROWS) }.each do |kind, bytes|
      assert_equal READ, read(bytes), kind
    end
  end

  def test_cells_that_span_rows_hold_in_all_of_them
    merged = [HEAD, [Date.new(2019, 5, 14), "Cod", 1], [nil, "Cod", 2], [nil, "Cod", 3]]

    assert_equal(["2019-05-14"] * 3, read(Workbooks.xlsx(merged, merged: ["A2:A4"])).drop(1)
      .map { |_, cells| cells.first })
  end

  # One row that stands for three, and one that stands for the rest of the sheet.
  def test_rows_that_an_open_sheet_repeats
    bytes = Workbooks.ods([HEAD, ["2019-05-14", "Cod", 1]])
    again = Workbooks.edited(bytes, "content.xml") do |text|
      text.sub(/<table:table-row>(?=<table:table-cell[^>]*><text:p>2019)/,
        '<table:table-row table:number-rows-repeated="3">')
        .sub("</table:table>", "#{REST}</table:table>")
    end

    assert_equal 4, read(again).size
    assert_equal 1, read(again).drop(1).map(&:last).uniq.size
  end

  def test_what_is_too_large_or_broken_gets_a_sentence
    wide = Workbooks.edited(Workbooks.ods([HEAD]), "content.xml") do |text|
      text.sub("<table:table-cell", '<table:table-cell table:number-columns-repeated="900000"')
    end
    far = Workbooks.xlsx([HEAD]).then do |bytes|
      Workbooks.edited(bytes, "xl/worksheets/sheet1.xml") do |text|
        text.sub("</sheetData>",
          '<row r="1048576"><c r="XFD1048576"><v>1</v></c></row></sheetData>')
      end
    end
    bomb = Workbooks.zipped("xl/workbook.xml" => "0" * 300_000_000)

    assert_match "At most 200000 rows and 100 columns", refused(wide)
    assert_match "reaches to row 1048576", refused(far)
    assert_match "unpacks to 300 MB", refused(bomb)
    assert_match "cannot be read to its end", refused(Workbooks.xlsx(ROWS).byteslice(0, 700))
    assert_match "cannot be read to its end", refused(Workbooks.zipped("content.xml" => "<not xml"))
  end

  def test_lines_of_json_and_a_list
    lines = ['{"day":"2019-05-14","fish":{"name":"Cod","mm":612}}', "",
      '{"day":"2019-05-15","tags":["MS1","MS2"],"kept":true,"note":null}']
    names = %w[day fish.name fish.mm tags kept note]
    read = [[0, names], [1, ["2019-05-14", "Cod", "612", nil, nil, nil]],
      [3, ["2019-05-15", nil, nil, "MS1; MS2", "yes", nil]]]

    assert_equal read, read(lines.join("\n"))
    assert_equal read.map(&:last), read("[#{lines.reject(&:empty?).join(',')}]").map(&:last)
    assert_match "Line 2 is not a whole JSON record", refused(%({"a":1}\n{"a":\n))
    assert_match "not a set of names and values", refused("[1, 2]")
  end
end
