# frozen_string_literal: true

module Acts
  # The front page as this process made it last, for a moment: many who look at once cost as much as
  # one. What somebody withdraws is gone from it within MOST_SECONDS, and from a browser's cache as
  # soon.
  class FrontDoor
    MOST_SECONDS = 25

    def initialize(
      most_seconds: MOST_SECONDS, clock: -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }
    )
      @most_seconds = most_seconds
      @clock = clock
      @lock = Mutex.new
      @made = {}
    end

    # The text of a page by its key, made by the block when it is too old.
    def fetch(key)
      made_at, text = @lock.synchronize { @made[key] }
      return text if made_at && @clock.call - made_at < @most_seconds

      yield.tap { |page| @lock.synchronize { @made[key] = [@clock.call, page] } }
    end
  end
end
