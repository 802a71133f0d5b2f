# frozen_string_literal: true

# Runs tasks side by side and ends with one summary; bin/test prepares the machine and calls it.
#   ruby test/run.rb [--name PART] [--seed N] [--times] [--stress N] [LAYER | FILE ...]
Dir.chdir(File.expand_path("..", __dir__))
require "bundler/setup"
require "English"
require "etc"
require "optparse"
require_relative "runner/plan"
require_relative "runner/durations"
require_relative "runner/summary"
require_relative "runner/pool"
require_relative "runner/stress"
require_relative "runner/clusters"

# Tests wait for a browser and for the database: one more than processors keeps them busy.
options = { seed: Random.rand(0xFFFF), slots: Etc.nprocessors + 1 }
begin
  OptionParser.new do |opts|
    opts.on("--name PART") { |part| options[:filter] = part }
    opts.on("--seed N", Integer) { |seed| options[:seed] = seed }
    opts.on("--slots N", Integer) { |slots| options[:slots] = slots }
    opts.on("--times") { options[:times] = true }
    opts.on("--stress N", Integer) { |rounds| options[:stress] = rounds }
  end.parse!(ARGV)
  tasks = Runner::Plan.tasks(ARGV)
rescue OptionParser::ParseError, ArgumentError => e
  abort "bin/test: #{e.message}"
end

trap("TERM") { raise Interrupt }
started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
durations = Runner::Durations.new
tasks = durations.longest_first(tasks)
slots = [options[:slots], tasks.size].min
tested = tasks.reject(&:command)
clusters = Runner::Clusters.new(tested.any?(&:needs_database?) ? slots : 0)
clusters.start do |environments|
  # Workers are forks, so the application is loaded once for all of them.
  Runner.load_application(tested)
  seed, filter = options.values_at(:seed, :filter)
  pool = { slots:, seed:, filter:, environments: }
  exit Runner::Stress.new(rounds: options[:stress], **pool).run(tasks) if options[:stress]

  summary = Runner::Summary.new
  finished = Runner::Pool.new(**pool) { |done| summary.line(done) }.run(tasks)
  durations.keep(finished)
  summary.times(finished) if options[:times]
  wall_seconds = Process.clock_gettime(Process::CLOCK_MONOTONIC) - started
  exit summary.close(finished, wall_seconds:, seed: options[:seed])
end
