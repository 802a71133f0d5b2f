# frozen_string_literal: true

module Store
  # Letters that wait for the carrier, and those that went; and the words they are made from.
  class Letters
    COLUMNS = %i[
      id kind recipient subject body report_id state attempts last_error queued_at started_at
      next_try_at sent_at perhaps_twice
    ].freeze

    def initialize(db) = @db = db

    # letter: { kind:, recipient:, subject:, body:, report_id:, leaves_at: }. Returns its id.
    # It is kept whose letter it is, for the day when the member has another address.
    def queue(**letter)
      member = @db[:members].join(:accounts, id: :account_id).where(email: letter[:recipient])
      @db[:letters].insert(**letter, member_id: member.get(Sequel[:members][:id]))
    end

    # Letters about a report that have not left: [{ id:, kind:, leaves_at: }]
    def waiting_to_leave(report_id, now:)
      @db[:letters]
        .where(report_id:, state: "queued")
        .where { leaves_at > now }
        .order(:id)
        .select(:id, :kind, :leaves_at)
        .all
    end

    def call_back(report_id, now:, why:)
      @db[:letters]
        .where(report_id:, state: "queued")
        .where { leaves_at > now }
        .update(state: "withdrawn", last_error: why)
    end

    # The letter, now being carried; nil when it is not to be. One that was being carried already
    # was left behind by a server that stopped.
    def start(id, now:)
      letter =
        @db[:letters]
          .where(id:, state: %w[queued sending])
          .where { Sequel.|({ leaves_at: nil }, leaves_at <= now) }
          .for_update
          .skip_locked
          .first or return
      left_behind = letter[:state] == "sending"
      return change(id, state: "uncertain") && nil if left_behind && letter[:perhaps_twice]

      change(
        id,
        state: "sending",
        started_at: now,
        attempts: letter[:attempts] + 1,
        next_try_at: nil,
        perhaps_twice: letter[:perhaps_twice] || left_behind
      )
      @db[:letters].first(id:)
    end

    def sent(id, now:) = change(id, state: "sent", sent_at: now, last_error: nil)

    # next_try_at: nil when it is given up
    def not_sent(id, why:, next_try_at:)
      change(id, state: next_try_at ? "queued" : "failed", last_error: why, next_try_at:)
    end

    # For another try; false when it is not one that failed or is uncertain.
    def again(id)
      @db[:letters]
        .where(id:, state: %w[failed uncertain])
        .update(state: "queued", attempts: 0, last_error: nil, perhaps_twice: false)
        .positive?
    end

    # Not to be sent; false when it went already.
    def withdraw(id, why:)
      @db[:letters]
        .where(id:, state: %w[queued failed uncertain])
        .update(state: "withdrawn", last_error: why, next_try_at: nil)
        .positive?
    end

    # Whom they went to and what they said is gone; one that waits is not sent any more.
    def forget(report_id:, kinds:)
      ours = @db[:letters].where(report_id:, kind: kinds)
      ours.where(state: %w[queued failed uncertain]).update(
        state: "withdrawn",
        last_error: "The finder asked to be forgotten."
      )
      ours.update(recipient: "forgotten", subject: "", body: "")
    end

    # What a letter says that is nobody's but its reader's.
    PRIVATE = {
      "password" => "This letter contains the key for a new password, so its text is not shown."
    }.freeze

    def find(id) = @db[:letters].select(*COLUMNS).first(id:)&.then { |row| shown(row) }

    # { letters: [...], counts: { state => Integer }, total: }, the newest first. before: id of the
    # last one seen
    def page(state: nil, kind: nil, search: nil, before: nil, limit: 50)
      letters = @db[:letters]
      letters = letters.where(kind:) if kind
      unless search.to_s.strip.empty?
        letters =
          letters.where(
            %i[recipient subject]
              .map { |column| Sequel.ilike(column, "%#{letters.escape_like(search.strip)}%") }
              .reduce(:|)
          )
      end
      counts = letters.group_and_count(:state).to_hash(:state, :count)
      letters = letters.where(state:) if state
      total = letters.count
      letters = letters.where { id < before } if before
      {
        letters:
          letters.order(Sequel.desc(:id)).limit(limit).select(*COLUMNS).map { |row| shown(row) },
        counts:,
        total:
      }
    end

    # How many of these kinds were written to an address within a day.
    def of_today(recipient, kinds:)
      @db[:letters].where(kind: kinds).where(Sequel.ilike(:recipient, recipient))
        .where { queued_at > Sequel.lit("now() - interval '1 day'") }.count
    end

    # { subject:, body: } as a coordinator changed it, or nil
    # Letters that did not arrive, or of which nobody knows it.
    def undelivered = @db[:letters].where(state: %w[failed uncertain]).count

    def template(kind) = @db[:letter_templates].where(kind:).select(:subject, :body).first

    # { kind => { subject:, body:, by:, updated_at:, failed: why they could not be used | nil } }
    def templates
      @db[:letter_templates]
        .left_join(:members, id: :updated_by)
        .select(:kind, :subject, :body, Sequel[:members][:name].as(:by), :updated_at, :failed)
        .as_hash(:kind)
    end

    def keep_template(kind, subject:, body:, member_id:)
      row = {
        subject:, body:, updated_by: member_id, updated_at: Sequel::CURRENT_TIMESTAMP, failed: nil
      }
      @db[:letter_templates].insert_conflict(target: :kind, update: row).insert(kind:, **row)
    end

    def template_failed(kind, why:) = @db[:letter_templates].where(kind:).update(failed: why)

    def drop_template(kind) = @db[:letter_templates].where(kind:).delete

    def all = @db[:letters].order(:id).all

    private

    def shown(row) = PRIVATE.key?(row[:kind]) ? row.merge(body: PRIVATE[row[:kind]]) : row
    def change(id, **columns) = @db[:letters].where(id:).update(columns)
  end
end
