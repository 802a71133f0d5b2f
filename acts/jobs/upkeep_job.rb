# frozen_string_literal: true

module Acts
  # What is done again and again: seals over the ledgers, originals against their hashes, files of
  # pictures that were taken away, notes that are past their time. It queues itself anew; the start
  # of the jobs sees that one is queued.
  class UpkeepJob < StoredJob
    EVERY_SECONDS = 300
    # Each original is looked at this often.
    ORIGINALS_EVERY_SECONDS = 7 * 86_400
    DISCARDED_FOR_SECONDS = 86_400

    self.queue = "upkeep"

    def run
      now = Time.now
      SealLedgers.call(store:)
      CheckOriginals.call(Context.new(store:, now:), files:, before: now - ORIGINALS_EVERY_SECONDS)
      store
        .write { store.photos.sweep(before: now - DISCARDED_FOR_SECONDS) }
        .each { |key| files.remove(key) }
      store.write { store.archives.sweep(before: now - OwnArchive::KEPT_SECONDS) }
        .each { |key| files.remove(key) }
      store.write { store.retention.call(now:) }
      SeeToMembers.call(Context.new(store:, now:))
      SeasonLetters.call(Context.new(store:, now:))
      store.transaction do
        UpkeepJob.enqueue(job_options: { run_at: now + EVERY_SECONDS })
        destroy
      end
    end

    # One is queued, and one only; looked at again and again. One that a clock which had jumped
    # ahead put off comes at once.
    def self.see_to_it(store, now: Time.now)
      store.transaction do
        store.jobs.lock
        enqueue if store.jobs.none?(name)
        store.jobs.bring_forward(name, later_than: now + (2 * EVERY_SECONDS), to: now)
      end
    end
  end
end
