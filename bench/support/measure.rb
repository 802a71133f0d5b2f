# frozen_string_literal: true

# How long and how much.
module Measure
  module_function

  # Seconds on a clock that only goes on.
  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  # Seconds that the block takes.
  def timed
    start = now
    yield
    now - start
  end

  # values: sorted;  share: of them that is not above the answer
  def at(sorted, share) = sorted[(sorted.size * share).floor.clamp(0, sorted.size - 1)]

  # The most that this process held so far.
  def most_mb = File.read("/proc/self/status")[/VmHWM:\s+(\d+)/, 1].to_i / 1024
end
