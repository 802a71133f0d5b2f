# frozen_string_literal: true

require "csv"

module Formats
  # Rows that stayed out, as they came, with why and how to mend each behind them.
  module RefusedCsv
    # A spreadsheet takes what begins so for a formula.
    FORMULA = /\A[=+@\t\r-]/

    # head: [String];  rows: [Core::Imports::Row]
    def self.build(head:, rows:)
      CSV.generate(+"\uFEFF") do |csv|
        csv << [*head, "why it stayed out", "how to mend it"]
        rows.each do |row|
          cells = head.each_index.map { |at| plain(row.cells[at]) }
          csv << [*cells, *%w[rule mend].map { |part| row.faults.map { _1[part] }.join(" ") }]
        end
      end
    end

    # What came as a formula leaves as text.
    def self.plain(cell) = cell&.match?(FORMULA) && !cell.match?(/\A-?\d/) ? "'#{cell}" : cell
    private_class_method :plain
  end
end
