# frozen_string_literal: true

# Works off what waits: letters, what follows a match, pictures, letters for passwords, upkeep. Each
# kind in a queue of its own, so that a mail server that hangs holds up no picture. Whatever happens
# to the database, this process waits until it answers and begins anew, as a fresh process.
require_relative "../../config/application"
require "que"

# Starts the queues of this process and begins anew when one of them ends.
class Jobs
  # queue => threads
  QUEUES = {
    "letters" => 2, "matches" => 1, "pictures" => 1, "accounts" => 1, "upkeep" => 1,
    "partners" => 1,
    # While the database works for one answer another is calculated.
    "water" => 2
  }.freeze
  POLL_SECONDS = 5
  UPKEEP_SEEN_EVERY_SECONDS = 60
  LONGEST_PAUSE_SECONDS = 30

  def initialize(config)
    @config = config
    @stopping = false
  end

  def call
    %w[INT TERM].each { |signal| trap(signal) { @stopping = true } }
    db = connection
    store = Application.hand_over_jobs(config: @config, db:)
    see_to_upkeep(store)
    lockers =
      QUEUES.map do |queue, threads|
        Que::Locker.new(
          queues: [queue],
          worker_priorities: [nil] * threads,
          poll_interval: POLL_SECONDS
        )
      end
    until @stopping || lockers.any? { |locker| !locker.thread.alive? }
      sleep 0.3
      see_to_upkeep(store)
    end
    lockers.each(&:stop!)
    begin_anew("a queue ended") unless @stopping
  rescue StandardError => e
    # The queue's own thread raises here, too.
    exit if @stopping
    begin_anew("#{e.class}: #{e.message}")
  end

  private

  def see_to_upkeep(store)
    now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    return if @seen_at && now - @seen_at < UPKEEP_SEEN_EVERY_SECONDS

    @seen_at = now
    Acts::UpkeepJob.see_to_it(store)
  end

  # Waits for the database, longer each time, and not in step with others who wait.
  def connection
    pause = 0.5
    begin
      Database.connect(@config.database_url, max_connections: QUEUES.values.sum + 4).tap(
        &:test_connection
      )
    rescue Sequel::Error => e
      warn "waiting for the database: #{e.message.lines.first}"
      exit if @stopping
      sleep pause * (0.5 + rand)
      pause = [pause * 2, LONGEST_PAUSE_SECONDS].min
      retry
    end
  end

  # The other queues' threads may raise as well meanwhile; one reason is enough.
  def begin_anew(why)
    Thread.handle_interrupt(Exception => :never) do
      warn "begins anew: #{why}"
      sleep 0.5 + rand
      exec(RbConfig.ruby, __FILE__)
    end
  end
end

# What ends a queue's thread is told once, by begin_anew.
Thread.report_on_exception = false
LOADER.eager_load
Jobs.new(Config.from(ENV)).call
