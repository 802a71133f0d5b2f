# frozen_string_literal: true

module Acts
  # Rows of a list, each stored in a savepoint of its own: good rows never wait for bad ones, and
  # in a dry run all of it is taken back.
  module TryRows
    # Ends the transaction of a dry run, whatever it did.
    class DryRun < StandardError; end

    module_function

    # rows: [{ line:, label:, count:, sent:, faults: }];  keep: ->(sent) that stores one
    # Returns { rows: [{ line:, label:, count:, faults: [{ column:, value:, rule: }] }], stored:
    # Integer, dry_run: }.
    def call(store, rows, dry_run:, keep:)
      outcome = nil
      store.write do
        tried = rows.map { |row| try(store, row, keep) }
        stored = dry_run ? 0 : tried.count { |row| row[:faults].empty? }
        outcome = { rows: tried, stored:, dry_run: }
        raise DryRun if dry_run
      end
      outcome
    rescue DryRun
      outcome
    end

    def try(store, row, keep)
      faults = row[:faults]
      if faults.empty?
        begin
          store.write { keep.call(row[:sent]) }
        rescue Core::Error => e
          column = e.fields.keys.first || "row"
          faults = [{ column:, value: row[:sent][column.to_sym].to_s, rule: e.message }]
        end
      end
      { **row.slice(:line, :label, :count), faults: }
    end
    private_class_method :try
  end
end
