# frozen_string_literal: true

module Store
  # Counters of the limits that all processes share where there is no Redis; a table that is not
  # kept over a crash. Each step counts by itself, outside of any transaction of the request's.
  class LimitCounts
    def initialize(db) = @db = db

    def increment(key, amount, expires_in:)
      now = Time.now
      fresh = { count: amount, until_at: now + expires_in }
      past = Sequel[:limit_counts][:until_at] < now
      @db[:limit_counts].returning(:count).insert_conflict(
        target: :key,
        update: {
          count: Sequel.case({ past => amount }, Sequel[:limit_counts][:count] + amount),
          until_at: Sequel.case({ past => fresh[:until_at] }, Sequel[:limit_counts][:until_at])
        }
      ).insert(key:, **fresh).first[:count]
    end

    def read(key) = @db[:limit_counts].where(key:).where { until_at > Time.now }.get(:count)

    def write(key, value, expires_in: 60)
      row = { count: value, until_at: Time.now + expires_in }
      @db[:limit_counts].insert_conflict(target: :key, update: row).insert(key:, **row)
    end

    def delete(key) = @db[:limit_counts].where(key:).delete
  end
end
