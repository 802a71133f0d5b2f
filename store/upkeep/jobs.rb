# frozen_string_literal: true

module Store
  # The queue's own tables, as far as anybody asks about them.
  class Jobs
    LOCK = 4_711_012

    def initialize(db) = @db = db

    # Two programs that start at once take turns until the transaction ends.
    def lock = @db.get(Sequel.function(:pg_advisory_xact_lock, LOCK))

    # Those of a class that wait longer than until then.
    def bring_forward(job_class, later_than:, to:)
      @db[:que_jobs].where(job_class:, finished_at: nil).where { run_at > later_than }
        .update(run_at: to)
    end

    def none?(job_class) = waiting.where(job_class:).empty?

    # Whether one of that class with this first argument waits.
    def any?(job_class, argument)
      !waiting.where(job_class:).where(Sequel.lit("args->>0 = ?", argument)).empty?
    end

    # { queue => { waiting:, failing:, oldest_due_at: } }
    def by_queue(now:)
      waiting.group(:queue).select(:queue, Sequel.function(:count).*.as(:waiting),
        Sequel.function(:count).*.filter do
          error_count > 0
        end.as(:failing),
        Sequel.function(:min, :run_at).filter do
          run_at <= now
        end.as(:oldest_due_at))
        .as_hash(:queue).transform_values { |row| row.except(:queue) }
    end

    def oldest_due_at(now:) = waiting.where { run_at <= now }.min(:run_at)

    private

    def waiting = @db[:que_jobs].where(finished_at: nil, expired_at: nil)
  end
end
