# frozen_string_literal: true

require "rbconfig"

module Runner
  # Runs the same tests again and again while something else takes the processors, and says what
  # failed how often.
  class Stress
    # One for each processor.
    BUSY = "1 while true"

    def initialize(rounds:, **pool)
      @rounds = rounds
      @pool = pool
    end

    # Returns whether nothing failed.
    def run(tasks, out: $stdout)
      failures = Hash.new { |all, title| all[title] = [] }
      busy = Array.new(Etc.nprocessors) { Process.spawn(RbConfig.ruby, "-e", BUSY) }
      @rounds.times { |round| run_once(tasks, round, failures, out) }
      failures.empty?
    rescue Interrupt
      out.puts "Interrupted."
      false
    ensure
      failures.sort_by { |_, messages| -messages.size }.each do |title, messages|
        out.puts "#{messages.size} of #{@rounds}: #{title}", messages.uniq
      end
      busy&.each { |pid| Process.kill(:KILL, pid) && Process.wait(pid) }
    end

    private

    def run_once(tasks, round, failures, out)
      started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      finished = Pool.new(**@pool, seed: @pool[:seed] + round).run(tasks)
      result = bad(finished)
      result.each { |title, message| failures[title] << message }
      out.puts format("round %d of %d: %d tests, %d failed, %.0f s", round + 1, @rounds,
        finished.sum { |done| done.results.size }, result.size,
        Process.clock_gettime(Process::CLOCK_MONOTONIC) - started)
      out.puts(result.map { |title, _| "  failed: #{title}" })
    end

    def bad(finished)
      finished.flat_map do |done|
        stopped = done.stopped ? [[done.task.name, "It #{done.stopped}."]] : []
        stopped + done.results.select(&:bad?)
          .map { |result| [result.title, "#{result.message}\n#{done.output}"] }
      end
    end
  end
end
