# frozen_string_literal: true

require "json"

module Formats
  # Records as JSON, one in a line or all in one list, as a table: a column for every name, those
  # within others as "place.lat".
  module JsonLines
    START = /\A\s*[\[{]/
    BOOLEANS = { true => "yes", false => "no" }.freeze

    module_function

    # bytes: String. Returns TableText::Table, its first row the names; nil where it is no JSON.
    # Raises Core::InvalidInput.
    def read(bytes)
      text = bytes.dup.force_encoding("UTF-8").delete_prefix("\uFEFF")
      return nil unless text.valid_encoding? && text.match?(START)

      records = text.lstrip.start_with?("[") ? list(text) : lines(text)
      flat = records.map { |line, record| [line, flat(record, line)] }
      names = flat.flat_map { |_, record| record.keys }.uniq
      rows = flat.map { |line, record| [line, record.values_at(*names)] }
      TableText.checked(
        TableText::Table.new(rows: [[0, names], *rows], encoding: "UTF-8", separator: "json")
      )
    end

    def list(text)
      JSON.parse(text).each_with_index.map { |record, index| [index + 1, record] }
    rescue JSON::ParserError
      TableText.refuse(:not_a_table, "This JSON list ends too early or has a mark too many.")
    end

    def lines(text)
      text.each_line.with_index(1).reject { |line, _| line.strip.empty? }.map do |line, line_number|
        [line_number, JSON.parse(line)]
      rescue JSON::ParserError
        TableText.refuse(:not_a_table,
          "Line #{line_number} is not a whole JSON record like the lines above.")
      end
    end

    def flat(record, line, within = nil)
      unless record.is_a?(Hash)
        TableText.refuse(:not_a_table, "Record #{line} is not a set of names and values.")
      end
      record.each_with_object({}) do |(name, value), row|
        name = [within, name].compact.join(".")
        next row.merge!(flat(value, line, name)) if value.is_a?(Hash)

        row[name] = value.is_a?(Array) ? value.map { |item| text(item) }.join("; ") : text(value)
      end
    end

    def text(value) = value.nil? ? nil : BOOLEANS.fetch(value) { value.to_s.strip }
    private_class_method :list, :lines, :flat, :text
  end
end
