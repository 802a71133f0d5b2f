# frozen_string_literal: true

require "csv"

module Formats
  # Rows that stayed out, as they came, with why and how to mend each behind them.
  module RefusedCsv
    NUMBER = /\A-?\d+(?:[.,]\d+)?\z/

    # head: [String];  rows: [Core::Imports::Row]
    def self.build(head:, rows:)
      CSV.generate(+"\uFEFF") do |csv|
        csv << [*head, "reason", "how to fix it"]
        rows.each do |row|
          cells = head.each_index.map { |index| plain(row.cells[index]) }
          csv << [*cells, *%w[rule mend].map { |part| row.faults.map { _1[part] }.join(" ") }]
        end
      end
    end

    # What came as a formula leaves as text; a number below nought is none.
    def self.plain(cell) = cell&.match?(NUMBER) ? cell : CsvCell.of(cell)
    private_class_method :plain
  end
end
