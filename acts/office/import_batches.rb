# frozen_string_literal: true

module Acts
  # Batches from a CSV file: first as a dry run, then for good. Good rows never wait for bad ones.
  module ImportBatches
    # Ends the transaction of a dry run, whatever it did.
    class DryRun < StandardError; end

    # So many tags in one file, all rows together; a printer's year.
    MOST_TAGS = 100_000

    module_function

    # Returns { rows: [{ line:, label:, count:, faults: [{ column:, value:, rule: }] }], stored:
    # Integer, dry_run: }.
    def call(store:, member:, text:, dry_run:)
      outcome = nil
      store.write do
        rows = read(text).map { |row| try(store, member, row) }
        stored = rows.count { |row| row[:faults].empty? }
        outcome = { rows:, stored: dry_run ? 0 : stored, dry_run: }
        raise DryRun if dry_run
      end
      outcome
    rescue DryRun
      outcome
    end

    # Counted before anything is made.
    def read(text)
      rows = Formats::BatchCsv.read(text)
      tags =
        rows.sum do |row|
          row.faults.empty? ? [row.batch[:last_serial] - row.batch[:first_serial] + 1, 0].max : 0
        end
      return rows if tags <= MOST_TAGS

      raise Core::InvalidInput.at(
        "file",
        :too_many,
        "This file asks for #{tags} tags; at most " \
          "#{MOST_TAGS} can come from one. Send it in parts."
      )
    end

    # Each row in a savepoint of its own; a file sent twice meets its own batches, and says so row
    # by row.
    def try(store, member, row)
      faults = row.faults
      if faults.empty?
        begin
          store.write { PrintBatch.add(store, member, row.batch) }
        rescue Core::Error => e
          column = e.fields.keys.first || "row"
          faults = [{ column:, value: row.batch[column.to_sym].to_s, rule: e.message }]
        end
      end
      {
        line: row.line,
        label: row.batch[:label],
        count: [row.batch[:last_serial] - row.batch[:first_serial] + 1, 0].max,
        faults:
      }
    end
    private_class_method :read, :try
  end
end
