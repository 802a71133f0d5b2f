# frozen_string_literal: true

module Demo
  # One note of what the demo wrote, in place of one for each row.
  module Note
    WORDS = { by: "the demo", table_name: "demo", act: "added" }.freeze

    module_function

    # what: String, the seed or a share;  counts: rows by table
    def add(db, key, counts = nil)
      db[:row_changes].insert(**WORDS, row_id: key, changed: counts && Sequel.pg_jsonb(counts))
    end

    # { what was noted => counts | nil }
    def all(db) = db[:row_changes].where(WORDS).as_hash(:row_id, :changed)
  end
end
