# frozen_string_literal: true

require "csv"

module Formats
  # Batches of tags as CSV: prefix,digits,first_serial,last_serial,label.
  module BatchCsv
    COLUMNS = %w[prefix digits first_serial last_serial label].freeze
    WHOLE = %w[digits first_serial last_serial].freeze
    MOST_ROWS = 500

    Row = Struct.new(:line, :batch, :faults, keyword_init: true)

    module_function

    # Returns [Row]; a row's faults are [{ column:, value:, rule: }]. Raises Core::InvalidInput when
    # it is no such table at all.
    def read(text)
      table =
        CSV.parse(
          text.dup.force_encoding("UTF-8").scrub("?").delete_prefix("\uFEFF").gsub("\r\n", "\n"),
          headers: true,
          skip_blanks: true,
          strip: true
        )
      missing = COLUMNS - table.headers.compact
      unless missing.empty?
        refuse(
          :no_such_columns,
          Core::Text.of(
            "formats.batch_csv.the_first_line_must_name", columns: COLUMNS.join(", "),
            missing: missing.join(", ")
          )
        )
      end
      if table.size > MOST_ROWS
        refuse(:too_many_rows, "More than #{MOST_ROWS} rows. Send them in parts.")
      end
      table.each_with_index.map { |line, index| row(line, index + 2) }
    rescue CSV::MalformedCSVError => e
      refuse(:not_csv, "This is not a table with commas: #{e.message}")
    end

    def row(line, number)
      faults =
        WHOLE.filter_map do |column|
          unless line[column].to_s.match?(/\A\d{1,9}\z/)
            { column:, value: line[column].to_s, rule: "a whole number." }
          end
        end
      unless (1..60).cover?(line["label"].to_s.size)
        faults << { column: "label", value: line["label"].to_s, rule: "1 to 60 characters." }
      end
      batch =
        COLUMNS.to_h do |column|
          [column.to_sym, WHOLE.include?(column) ? line[column].to_i : line[column].to_s]
        end
      Row.new(line: number, batch:, faults:)
    end

    def refuse(code, sentence) = raise(Core::InvalidInput.at("file", code, sentence))
    private_class_method :row, :refuse
  end
end
