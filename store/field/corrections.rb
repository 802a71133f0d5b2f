# frozen_string_literal: true

module Store
  # What was changed in a record afterwards, by whom and why.
  class Corrections
    def initialize(db) = @db = db

    def add(encounter_id:, revision:, member_id:, reason:, changes:)
      @db[:corrections].insert(
        encounter_id:, revision:, member_id:, reason:,
        changes: Sequel.pg_jsonb(changes)
      )
    end

    def of_trip(trip_id)
      @db[:corrections]
        .join(:encounters, id: :encounter_id)
        .join(:members, id: Sequel[:corrections][:member_id])
        .where(trip_id:)
        .order(Sequel.desc(Sequel[:corrections][:id]))
        .select(
          Sequel[:corrections][:encounter_id],
          :reason,
          :changes,
          Sequel[:members][:name].as(:by),
          :made_at
        )
        .map { |row| row.merge(changes: row[:changes].to_h) }
    end
  end
end
