# frozen_string_literal: true

module Acts
  # Batches from a CSV file: first as a dry run, then for good. Good rows never wait for bad ones.
  module ImportBatches
    # So many tags in one file, all rows together; a printer's year.
    MOST_TAGS = 500_000

    module_function

    # Returns what TryRows returns. A file sent twice meets its own batches, and says so row by row.
    def call(store:, member:, text:, dry_run:)
      TryRows.call(
        store, read(text).map { |row| batch_of(row) },
        dry_run:, keep: ->(batch) { PrintBatch.add(store, member, batch) }
      )
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
        "This file asks for #{tags} tags. One file can hold at most #{MOST_TAGS}. Send it in parts."
      )
    end

    def batch_of(row)
      count = [row.batch[:last_serial] - row.batch[:first_serial] + 1, 0].max
      { line: row.line, label: row.batch[:label], count:, sent: row.batch, faults: row.faults }
    end
    private_class_method :read, :batch_of
  end
end
