# frozen_string_literal: true

module Acts
  # Every table and column that goes out, and what does not and why.
  module ExplainTables
    def self.call
      tables = Core::Exchange::Tables
      {
        tables: tables::ALL.map do |table|
          { **table.to_h.slice(:name, :row, :key), columns: table.columns.map(&:to_h) }
        end,
        withheld: tables::WITHHELD.map { |column, why| { what: column, why: } },
        licences: ExportData::LICENCES.keys
      }
    end
  end
end
