# frozen_string_literal: true

module Api
  # Counters of the limits in this process: several processes each count for themselves.
  class LimitCounters
    MOST_KEYS = 10_000

    def initialize
      @lock = Mutex.new
      @counts = {}
    end

    def increment(key, amount, expires_in:)
      @lock.synchronize do
        now = Time.now
        @counts.delete_if { |_, (_, until_at)| until_at < now } if @counts.size > MOST_KEYS
        count, until_at = @counts[key]
        count, until_at = 0, now + expires_in if until_at.nil? || until_at < now
        @counts[key] = [count + amount, until_at]
        count + amount
      end
    end

    def read(key) = @lock.synchronize { @counts[key]&.first }

    def write(key, value, expires_in: 60)
      @lock.synchronize { @counts[key] = [value, Time.now + expires_in] }
    end

    def delete(key) = @lock.synchronize { @counts.delete(key) }

    def delete_matched(pattern, _options = nil)
      @lock.synchronize { @counts.delete_if { |key, _| key.match?(pattern) } }
    end
  end
end
