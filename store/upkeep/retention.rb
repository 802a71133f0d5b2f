# frozen_string_literal: true

module Store
  # What is not kept for ever, and for how long. House rules; docs/RUNNING.md says why each.
  class Retention
    DAY = 86_400
    # Where a letter went and what it said, once it went; that it went stays.
    LETTER_SECONDS = 730 * DAY
    # Who holds a crew's key may see a trip; its live taps are nobody's a week later.
    LIVE_SECONDS = 7 * DAY
    # From where somebody signed in; that they did stays.
    TRACE_SECONDS = 365 * DAY
    # Rows of old tables as they came may name who never asked to be here; what became records
    # stays.
    TABLE_SECONDS = 30 * DAY
    # Those of tables that somebody looked at and never brought in.
    UNUSED_TABLE_SECONDS = 90 * DAY
    EXPIRED_KEYS = {
      account_password_reset_keys: :deadline, account_login_change_keys: :deadline,
      account_lockouts: :deadline
    }.freeze

    def initialize(db) = @db = db

    def call(now:)
      @db[:letters]
        .where(state: %w[sent withdrawn])
        .where { queued_at < now - LETTER_SECONDS }
        .exclude(body: "")
        .update(recipient: "forgotten", subject: "", body: "")
      old = @db[:live_fish].where { updated_at < now - LIVE_SECONDS }
      @db[:live_taps].where(fish_id: old.select(:id)).delete
      old.delete
      @db[:limit_counts].where { until_at < now - DAY }.delete
      @db[:security_traces].where { at < now - TRACE_SECONDS }.delete
      forget_tables(%w[done undone], before: now - TABLE_SECONDS)
      forget_tables(%w[read checked stopped], before: now - UNUSED_TABLE_SECONDS)
      EXPIRED_KEYS.each { |table, column| @db[table].where { Sequel[column] < now - DAY }.delete }
      nil
    end

    private

    def forget_tables(states, before:)
      past = @db[:imports].where(state: states).where { changed_at < before }
      @db[:import_rows].where(import_id: past.select(:id))
        .exclude(cells: Sequel.pg_jsonb_wrap([]))
        .update(cells: Sequel.pg_jsonb_wrap([]), faults: Sequel.pg_jsonb_wrap([]),
          said: Sequel.lit("said - 'finder_name' - 'former_name'"))
    end
  end
end
