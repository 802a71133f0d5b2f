# frozen_string_literal: true

module Runner
  # Prints a run for a person: a line a task, every failure with the way to run it alone, times, and
  # one closing line.
  class Summary
    def initialize(out: $stdout)
      @out = out
    end

    def line(finished)
      mark = finished.bad? ? "✗" : "·"
      count = finished.task.command ? "" : " #{finished.results.size} tests"
      @out.puts format("%s %6.1f s  %s%s", mark, finished.seconds, finished.task.name, count)
      failures(finished) if finished.bad?
    end

    # all: [Finished]; returns whether all went well
    def close(all, wall_seconds:, seed:)
      bad = all.select(&:bad?)
      unless bad.empty?
        @out.puts "", "What failed (seed #{seed}):"
        bad.each { |finished| ways(finished).each { |way| @out.puts "  #{way}" } }
      end
      @out.puts "", format("Finished in %.1f s.", wall_seconds), counts(all)
      bad.empty?
    end

    # The time of each layer, its longest files and the longest tests, as docs/HOW-TO.md shows them.
    def times(all, tests: 15)
      @out.puts "", "| layer | tests | s | longest files |", "|---|---|---|---|"
      all.group_by { |done| done.task.layer }.sort_by { |_, done| -done.sum(&:seconds) }
        .each { |layer, done| @out.puts layer_row(layer, done) }
      @out.puts "", "| test | s |", "|---|---|"
      all.flat_map(&:results).max_by(tests, &:seconds)
        .each { |result| @out.puts format("| %s | %.1f |", result.title, result.seconds) }
    end

    private

    def layer_row(layer, done)
      longest = done.max_by(3, &:seconds)
        .map { |task| format("%s %.1f", File.basename(task.task.name, "_test.rb"), task.seconds) }
      format("| %s | %d | %.1f | %s |", layer, done.sum { |task| task.results.size },
        done.sum(&:seconds), longest.join(", "))
    end

    def failures(finished)
      @out.puts "  It #{finished.stopped}." if finished.stopped
      finished.results.select(&:bad?).each do |result|
        @out.puts "", "  #{result.state}: #{result.title}", indented(result.message)
      end
      @out.puts indented("What it printed:\n#{finished.output}") unless finished.output.empty?
    end

    def ways(finished)
      failed = finished.task.command ? [] : finished.results.select(&:bad?)
      return [finished.task.alone] if failed.empty?

      failed.map { |result| [finished.task.alone, *result.title[/#(.*)/, 1]].join(" --name ") }
    end

    def counts(all)
      results = all.flat_map(&:results)
      states = results.map(&:state).tally
      format("%d runs, %d assertions, %d failures, %d errors, %d skips", results.size,
        results.sum(&:assertions), states.fetch("failed", 0),
        states.fetch("error", 0) + all.count(&:stopped), states.fetch("skipped", 0))
    end

    def indented(text) = text.gsub(/^(?=.)/, "    ")
  end
end
