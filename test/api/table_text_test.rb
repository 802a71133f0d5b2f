# frozen_string_literal: true

require "csv"
require_relative "../support/test_helper"

# Files as people send them: whatever is wrong with one gets a sentence.
class TableTextTest < Minitest::Test
  TABLE = [%w[day fish length], ["2019-05-14", "Cod", "61,5"], ["2019-05-15", "Größe", "48"]].freeze

  def rows(bytes) = Formats::TableText.read(bytes).rows.map(&:last)

  def test_separators
    { "," => '"61,5"', ";" => "61,5", "\t" => "61,5", "|" => "61,5" }.each do |mark, number|
      text = ["day#{mark}fish#{mark}length", "2019-05-14#{mark}Cod#{mark}#{number}",
        "2019-05-15#{mark}Größe#{mark}48"].join("\n")

      assert_equal TABLE, rows(text), mark.inspect
    end
  end

  def test_encodings_and_line_ends
    text = TABLE.map { |row| row.join(";") }.join("\r\n")

    {
      "UTF-8" => text.b, "UTF-8 marked" => "\uFEFF#{text}".b,
      "Windows-1252" => text.encode("Windows-1252").b, "UTF-16LE" => text.encode("UTF-16LE").b,
      "UTF-16LE marked" => "\uFEFF#{text}".encode("UTF-16LE").b,
      "UTF-16BE marked" => "\uFEFF#{text}".encode("UTF-16BE").b,
      "old ends" => text.gsub("\r\n", "\r").b, "blank lines" => text.gsub("\r\n", "\n\n").b
    }.each { |name, bytes| assert_equal TABLE, rows(bytes), name }
  end

  def test_a_cell_may_hold_marks_and_lines
    assert_equal [["a", "one; two\nthree"], %w[b x]], rows(%(a;"one; two\nthree"\nb;x\n))
  end

  # A mark alone in a cell quotes nothing, even where two of them would quote the mark between.
  def test_a_quotation_mark_alone_stands_for_the_cell_above
    assert_equal [%w[a b c], %w[1 x y], ['"', '"', "z"]], rows(%(a\tb\tc\n1\tx\ty\n"\t"\tz\n))
  end

  def refused(bytes)
    assert_raises(Core::InvalidInput) { Formats::TableText.read(bytes) }.message
  end

  def test_what_is_no_table_gets_a_sentence
    {
      "" => "no row", "\n\n\r\n" => "no row", "PK\x03\x04...".b => "an archive without a table",
      "\xD0\xCF\x11\xE0...".b => "older kind", "\x1F\x8B...".b => "compressed", "%PDF-1.7" => "PDF",
      "a,b\nc\0d,e\n" => "bytes that are not text", %(a,b\n"c,d\ne,f\n) => "quotation mark",
      "a,b\n#{'x' * 200_000},c\n" => "Line 2 is longer",
      "a,b\n#{'x' * 5000},c\n" => "A cell of line 2",
      "#{(1..150).to_a.join(',')}\n" => "has 150 columns"
    }.each { |bytes, sentence| assert_match sentence, refused(bytes), bytes[0, 20].inspect }
  end

  def test_too_many_rows
    assert_match "More than 200000 rows", refused("a,b\n#{"1,2\n" * 200_001}")
  end

  def test_what_stays_out_comes_back_as_a_table_whose_cells_are_no_formulas
    text = Formats::RefusedCsv.build(
      head: %w[fish length], rows: [
        Core::Imports::Row.new(
          cells: ["=HYPERLINK(1)", "-12"], faults: [{ "rule" => "No.", "mend" => "Mend it." }]
        )
      ]
    )

    assert_equal [["\uFEFFfish", "length", "reason", "how to fix it"],
      ["'=HYPERLINK(1)", "-12", "No.", "Mend it."]], CSV.parse(text)
  end
end
