# frozen_string_literal: true

require "csv"

module Formats
  # A file of rows as people send it: whatever its encoding and whatever parts its columns.
  module TableText
    SEPARATORS = [";", "\t", ",", "|"].freeze
    MOST_ROWS = 200_000
    MOST_COLUMNS = 100
    MOST_CELL = 4000
    MOST_LINE_BYTES = 100_000
    SAMPLE_LINES = 50
    # A cell that holds one quotation mark, as the format writes it.
    DITTO = '""""'
    # What begins so is no text.
    OTHER = {
      "PK\x03\x04".b => Core::Text.of("formats.table_text.archive"),
      "\xD0\xCF\x11\xE0".b => Core::Text.of("formats.table_text.older_workbook"),
      "\x1F\x8B".b => "This is a compressed file. Unpack it and send the table in it.",
      "%PDF".b => "This is a PDF, which has no columns to read. Send the table that it was made of."
    }.freeze
    MARKS = { "\xEF\xBB\xBF".b => "UTF-8", "\xFF\xFE".b => "UTF-16LE", "\xFE\xFF".b => "UTF-16BE" }
      .freeze

    Table = Struct.new(:rows, :encoding, :separator, keyword_init: true)

    module_function

    # bytes: String. Returns Table, its rows [[line, [cell | nil]]] without blank ones. Raises
    # Core::InvalidInput.
    def read(bytes)
      OTHER.each { |start, sentence| refuse(:not_text, sentence) if bytes.b.start_with?(start) }
      text, encoding = decoded(bytes)
      check_lines(text)
      separator = separator(text)
      Table.new(rows: rows(text, separator), encoding:, separator:)
    end

    def decoded(bytes)
      mark, encoding = MARKS.find { |start, _| bytes.b.start_with?(start) }
      encoding ||= unmarked(bytes)
      text = bytes.b.delete_prefix(mark.to_s.b).force_encoding(encoding)
        .encode("UTF-8", invalid: :replace, undef: :replace, replace: "�")
      if text.include?("\0")
        refuse(:not_text,
          "This file contains bytes that are not text. Save the table as CSV in UTF-8.")
      end
      [text.gsub(/\r\n?/, "\n"), encoding]
    end

    # Two bytes a letter without a mark have a nought in every second one; what is no UTF-8 is most
    # likely from an office program.
    def unmarked(bytes)
      sample = bytes.b[0, 2000]
      odd = sample.bytes.each_slice(2).count { |_, high| high&.zero? }
      return "UTF-16LE" if odd > sample.bytesize / 5

      bytes.dup.force_encoding("UTF-8").valid_encoding? ? "UTF-8" : "Windows-1252"
    end

    def check_lines(text)
      long = text.each_line.with_index(1).find { |line, _| line.bytesize > MOST_LINE_BYTES }
      return if long.nil?

      refuse(:not_a_table,
        Core::Text.of(
          "formats.table_text.line_is_longer_than_kb", last: long.last,
          most_line_bytes: MOST_LINE_BYTES / 1000
        ))
    end

    # What parts the most lines of the beginning into the same number of cells.
    def separator(text)
      lines = text.each_line.first(SAMPLE_LINES).map(&:chomp).reject(&:empty?)
      refuse(:empty_table, "This file has no rows.") if lines.empty?

      SEPARATORS.max_by do |separator|
        counts = lines.map { |line| line.count(separator) }
        usual = counts.tally.except(0).max_by { |count, times| [times, count] }
        usual ? usual.last * Math.log(usual.first + 1) : 0
      end
    end

    # The table, if it is of a size that can be shown and worked on.
    def checked(table)
      check_size(table.rows)
      table
    end

    # Quotation marks alone in cells are read as dittos where that makes rows more alike.
    def rows(text, separator)
      dittoed = with_dittos(text, separator)
      readings = [text, *(dittoed unless dittoed == text)].map do |reading|
        attempt(reading, separator)
      end
      rows_read, wrong = readings.max_by { |rows, _| rows ? alike(rows) : -1 }
      rows_read ? rows_read.tap { check_size(rows_read) } : refuse_quotes(wrong)
    end

    # Rows, or what kept them from being read.
    def attempt(text, separator)
      [parsed(text, separator), nil]
    rescue CSV::MalformedCSVError => e
      [nil, e]
    end

    def alike(rows) = rows.map { |_, cells| cells.size }.tally.values.max.to_i

    def refuse_quotes(wrong)
      refuse(:not_a_table,
        Core::Text.of(
          "formats.table_text.line_a_quotation_mark_opens", line_number: wrong.line_number
        ))
    end

    # A quotation mark alone in a cell stands for the cell above, and quotes nothing.
    def with_dittos(text, separator)
      mark = Regexp.escape(separator)
      text.gsub(/(?<=\A|\n|#{mark}) *" *(?=#{mark}|\n|\z)/, DITTO)
    end

    def parsed(text, separator)
      csv = CSV.new(text, col_sep: separator, skip_blanks: true)
      rows_read = []
      csv.each do |cells|
        rows_read << [csv.lineno, cells.map { |cell| cell&.strip }] unless cells.all?(&:nil?)
        next unless rows_read.size > MOST_ROWS

        refuse(:too_many_rows, "More than #{MOST_ROWS} rows. Send them in parts.")
      end
      rows_read
    end

    def check_size(rows)
      refuse(:empty_table, "This file has no rows.") if rows.empty?
      refuse(:too_many_rows, "More than #{MOST_ROWS} rows. Send them in parts.") if
        rows.size > MOST_ROWS + 1
      rows.each do |line, cells|
        if cells.size > MOST_COLUMNS
          refuse(:not_a_table,
            "Line #{line} has #{cells.size} columns. At most #{MOST_COLUMNS} can be read.")
        end
        next unless cells.any? { |cell| cell && cell.size > MOST_CELL }

        refuse(:not_a_table, "A cell of line #{line} has more than #{MOST_CELL} characters.")
      end
    end

    def refuse(code, sentence) = raise(Core::InvalidInput.at("file", code, sentence))
    private_class_method :decoded, :unmarked, :check_lines, :separator, :rows, :parsed,
      :check_size, :with_dittos, :attempt, :alike, :refuse_quotes
  end
end
