# frozen_string_literal: true

module Store
  # Who changed what: rows are only ever added.
  class Changes
    def initialize(db) = @db = db

    # before: Hash or nil for something new
    def note(record:, record_id:, before:, after:, member_id:)
      @db[:changes].insert(
        record:,
        record_id: record_id.to_s,
        before: before && Sequel.pg_jsonb(before),
        after: Sequel.pg_jsonb(after),
        member_id:
      )
    end

    # [{ before:, after:, by:, at: }, ...] newest first
    def of(record, record_id)
      @db[:changes]
        .left_join(:members, id: :member_id)
        .where(record:, record_id: record_id.to_s)
        .order(Sequel.desc(Sequel[:changes][:id]))
        .limit(100)
        .select(:before, :after, Sequel[:members][:name].as(:by), :at)
        .all
    end
  end
end
