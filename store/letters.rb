# frozen_string_literal: true

module Store
  # Letters that wait for the carrier, and those that went.
  class Letters
    def initialize(db) = @db = db

    # Returns the letter's id.
    def queue(kind:, recipient:, subject:, body:, report_id: nil)
      @db[:letters].insert(kind:, recipient:, subject:, body:, report_id:)
    end

    # The letter, locked until the transaction ends, when it is still to be sent.
    def claim(id) = @db[:letters].where(id:, state: "queued").for_update.skip_locked.first

    def sent(id, at:) = @db[:letters].where(id:).update(state: "sent", sent_at: at, attempts: Sequel[:attempts] + 1)

    # Whom they went to and what they said is gone; one that waits is not sent any more.
    def forget(report_id:, kind:)
      ours = @db[:letters].where(report_id:, kind:)
      ours.where(state: "queued").update(state: "failed", last_error: "The finder asked to be forgotten.")
      ours.update(recipient: "forgotten", subject: "", body: "")
    end

    def all = @db[:letters].order(:id).all
  end
end
