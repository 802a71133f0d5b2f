# frozen_string_literal: true

module Store
  # A second database that follows the first, for what only reads. It answers while it is at most so
  # far behind; when it is farther behind, down, or has become the primary itself, the primary
  # answers.
  class Standby
    # Behind by more than this, a person would miss what they just did. House rule.
    MOST_LAG_SECONDS = 5.0
    LOOKED_AT_EVERY_SECONDS = 2.0
    # So long one that did not answer is not asked.
    REST_SECONDS = 10.0
    SERVER = :standby

    @of = {}.compare_by_identity
    @lock = Mutex.new

    # The one of a Sequel::Database; nil when it has none.
    def self.of(db)
      return nil unless db.servers.include?(SERVER)

      @lock.synchronize { @of[db] ||= new(db) }
    end

    def initialize(
      db,
      most_lag: MOST_LAG_SECONDS,
      clock: -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }
    )
      @db = db
      @most_lag = most_lag
      @clock = clock
      @looked_at = -Float::INFINITY
      @lag = nil
      @resting_until = -Float::INFINITY
    end

    # Runs the block against the standby, or against the primary when that is better.
    def reading(&)
      return yield if @db.in_transaction? || !fit?

      @db.with_server(SERVER, SERVER, &)
    rescue Sequel::DatabaseError, Sequel::PoolTimeout => e
      raise unless Outage.is?(e) || e.is_a?(Sequel::SerializationFailure)

      wait_a_turn
      yield
    end

    # Seconds it is behind; nil when it does not answer or is no standby.
    def lag_seconds
      return @lag if @clock.call - @looked_at < LOOKED_AT_EVERY_SECONDS

      @looked_at = @clock.call
      @lag = measured_lag
    rescue Sequel::DatabaseError, Sequel::PoolTimeout
      wait_a_turn
      @lag = nil
    end

    private

    def fit? = @clock.call >= @resting_until && (lag = lag_seconds) && lag <= @most_lag

    def wait_a_turn
      @resting_until = @clock.call + REST_SECONDS
      @lag = nil
    end

    # Seconds behind: 0 once everything received is replayed, however quiet the primary is.
    def measured_lag
      row = @db.with_server(SERVER) do
        @db.fetch(
          "select pg_is_in_recovery() as standby, pg_last_wal_receive_lsn() <= " \
            "pg_last_wal_replay_lsn() as level, " \
            "extract(epoch from now() - pg_last_xact_replay_timestamp())::float as seconds, " \
            "(select count(*) from pg_stat_wal_receiver) as receivers"
        ).first
      end
      return nil unless row[:standby]

      row[:level] && row[:receivers].positive? ? 0.0 : row[:seconds]
    end
  end
end
