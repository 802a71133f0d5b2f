# frozen_string_literal: true

module Store
  # Answers of Water that are being worked out anew, how far each is, and which were stopped.
  class Recomputes
    def initialize(db) = @db = db

    # The id, or nil where one is under way. Of one topic and filter only the last is kept; one
    # that has had no end since dead_before is over.
    def add(topic:, asked:, dead_before:, filter:, **row)
      here = all.where(topic:, asked:)
      here.where(Sequel.|(Sequel.~(open), Sequel[:asked_at] < dead_before)).delete
      all.insert_conflict(target: %i[topic asked], conflict_where: open).returning(:id)
        .insert(topic:, asked:, filter: Sequel.pg_jsonb(filter), **row).first&.fetch(:id)
    end

    # Core::Answers::Recompute or nil
    def last(topic, asked)
      row = all.where(topic:, asked:).order(Sequel.desc(:id))
        .select(*Core::Answers::Recompute.members).first
      row && Core::Answers::Recompute.new(**row)
    end

    def begin(id) = update(id, started_at: Sequel::CURRENT_TIMESTAMP, parts_done: 0)
    def mark(id, parts_done) = update(id, parts_done:)
    def finish(id) = update(id, finished_at: Sequel::CURRENT_TIMESTAMP)
    def stop(id) = update(id, stopped_at: Sequel::CURRENT_TIMESTAMP)

    # One that is not there any more counts as stopped too.
    def stopped?(id) = all.where(id:).where(open).empty?

    private

    def all = @db[:water_recomputes]
    def open = { finished_at: nil, stopped_at: nil }
    def update(id, **columns) = all.where(id:).where(open).update(columns)
  end
end
