# frozen_string_literal: true

require_relative "worker"

module Runner
  # As many tasks at a time as there are slots, longest first. A task that crashes or hangs loses
  # its own worker alone; the next task gets a new one.
  class Pool
    LOGS = "var/test/logs"
    # A file that takes longer hangs.
    LIMIT_SECONDS = 300

    # on_finished: is given each Finished as it comes
    def initialize(
      slots:, seed:, filter: nil, environments: {}, limits: { logs: LOGS, seconds: LIMIT_SECONDS },
      &on_finished
    )
      @slots = slots
      @logs, @limit_seconds = limits.values_at(:logs, :seconds)
      @worker_settings = lambda do |slot|
        { slot:, seed:, filter:, environment: environments.fetch(slot, {}) }
      end
      @on_finished = on_finished
      @lock = Mutex.new
      @workers = {}
    end

    # Returns the finished tasks.
    def run(tasks)
      FileUtils.rm_rf(@logs)
      FileUtils.mkdir_p(@logs)
      queue = Queue.new
      tasks.each { |task| queue << task }
      queue.close
      threads = Array.new(@slots) { |index| Thread.new { work(index + 1, queue) } }
      threads.flat_map(&:value)
    ensure
      # Somebody who ends the run waits for nothing that still goes on.
      threads&.each(&:kill)
      @workers.each_value { |worker| $ERROR_INFO ? worker.kill : worker.stop }
    end

    private

    def work(slot, queue)
      done = []
      while (task = queue.pop)
        done << (finished = finish(slot, task))
        @lock.synchronize { @on_finished&.call(finished) }
      end
      done
    end

    def finish(slot, task)
      log = File.join(@logs, "#{task.name.gsub(/\W+/, '-')}.log")
      started = now
      results, stopped = task.command ? check(task, log) : test(slot, task, log)
      seconds = now - started
      output = File.exist?(log) ? File.read(log, encoding: "UTF-8").scrub : ""
      Finished.new(task:, seconds:, results: results || [], output:, stopped:)
    end

    def test(slot, task, log)
      worker = @lock.synchronize { @workers[slot] ||= Worker.new(**@worker_settings.call(slot)) }
      results, stopped = worker.run(task.name, log:, limit_seconds: @limit_seconds)
      @workers.delete(slot).kill if stopped
      [results, stopped]
    end

    def check(task, log)
      started = now
      well = system(*task.command, out: log, err: %i[child out])
      [[Result.new(title: task.name, seconds: now - started, assertions: 1,
        state: well ? "passed" : "failed", message: well ? "" : "see what it printed")], nil]
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
