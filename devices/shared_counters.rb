# frozen_string_literal: true

require "redis"

module Devices
  # Counters of the limits that all processes share, kept by Redis. While Redis does not answer,
  # each process counts for itself: a limit that is too generous for a while is better than none.
  #
  #   alone: what counts meanwhile, #increment(key, amount, expires_in:), #read, #write, #delete
  class SharedCounters
    TIMEOUT_SECONDS = 0.3
    # So long a Redis that did not answer is not asked again.
    REST_SECONDS = 5

    def initialize(url, alone:)
      @redis = Redis.new(url:, timeout: TIMEOUT_SECONDS, reconnect_attempts: 0)
      @alone = alone
      @resting_until = 0.0
      @lock = Mutex.new
    end

    def increment(key, amount, expires_in:)
      ask(-> { @alone.increment(key, amount, expires_in:) }) do
        count = @redis.incrby(key, amount)
        @redis.expire(key, expires_in) if count == amount
        count
      end
    end

    def read(key) = ask(-> { @alone.read(key) }) { @redis.get(key)&.to_i }

    def write(key, value, expires_in: 60)
      ask(-> { @alone.write(key, value, expires_in:) }) { @redis.set(key, value, ex: expires_in) }
    end

    def delete(key) = ask(-> { @alone.delete(key) }) { @redis.del(key) }

    private

    def ask(otherwise, &)
      return otherwise.call if now < @resting_until

      @lock.synchronize(&)
    rescue Redis::BaseError, SystemCallError
      @resting_until = now + REST_SECONDS
      otherwise.call
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
