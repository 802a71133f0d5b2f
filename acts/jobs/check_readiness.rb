# frozen_string_literal: true

module Acts
  # Whether this process can serve: its database answers, the disk has room, jobs are being worked
  # off.
  module CheckReadiness
    # With less, photos and letters begin to fail.
    LEAST_FREE_BYTES = 500_000_000
    # Jobs that are due wait no longer than this when somebody works them off.
    MOST_WAIT_SECONDS = 600

    module_function

    # Returns { ready:, checks: [{ name:, ok:, detail: }] }; a job that waits is told but does not
    # make it unready.
    def call(store:, files:, now:)
      checks = [database(store), room(files), jobs(store, now)]
      needed = checks.reject { |check| check[:name] == "jobs" }
      { ready: needed.all? { |check| check[:ok] }, checks: }
    end

    def database(store)
      store.answers?
      { name: "database", ok: true, detail: "answers" }
    end

    def room(files)
      free = files.free_bytes
      {
        name: "room",
        ok: free.nil? || free > LEAST_FREE_BYTES,
        detail: free ? "#{free / 1_000_000} MB free" : "in a bucket"
      }
    end

    def jobs(store, now)
      oldest = store.jobs.oldest_due_at(now:)
      seconds = oldest ? (now - oldest).round : 0
      { name: "jobs", ok: seconds <= MOST_WAIT_SECONDS, detail: "oldest due #{seconds} s ago" }
    end
    private_class_method :database, :room, :jobs
  end
end
