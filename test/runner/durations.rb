# frozen_string_literal: true

require "fileutils"
require "json"

module Runner
  # Seconds that each task took on this machine last time; the longest start first.
  class Durations
    FILE = "var/test/durations.json"
    # For a task that never ran here: the usual length of its layer, in seconds.
    USUAL = { "browser" => 30, "attacks" => 10, "lint" => 20, "simulated" => 10 }.freeze

    def initialize
      @seconds = JSON.parse(File.read(FILE))
    rescue Errno::ENOENT, JSON::ParserError
      @seconds = {}
    end

    def expected(task) = @seconds.fetch(task.name) { USUAL.fetch(task.layer, 2) }

    def longest_first(tasks) = tasks.sort_by { |task| -expected(task) }

    def keep(finished)
      finished.each { |done| @seconds[done.task.name] = done.seconds.round(2) unless done.stopped }
      FileUtils.mkdir_p(File.dirname(FILE))
      File.write(FILE, JSON.pretty_generate(@seconds.sort.to_h))
    end
  end
end
