# frozen_string_literal: true

# How long and how much.
module Measure
  module_function

  # Seconds that the block takes.
  def timed
    start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - start
  end

  # The most that this process held so far.
  def most_mb = File.read("/proc/self/status")[/VmHWM:\s+(\d+)/, 1].to_i / 1024
end
