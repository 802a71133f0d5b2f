# frozen_string_literal: true

module Store
  # Encounters that could not be stored as sent, with the reason.
  class HeldEncounters
    COLUMNS = Core::Records::Held.members.freeze

    def self.held(row)
      body = Row.plain(row[:body], keys: :to_sym)
      Core::Records::Held.new(**row, body:)
    end

    def initialize(db) = @db = db

    # The newest sending of a record replaces the one before, the same sending changes nothing;
    # another member's record is left alone.
    # why: { code:, message:, fields: }
    def hold(id:, member_id:, body:, **why)
      code = why.fetch(:code).to_s
      row = {
        body: Sequel.pg_jsonb(body), code:, message: why[:message],
        fields: Sequel.pg_jsonb(why[:fields])
      }
      kept = Sequel[:held_encounters]
      another = Sequel.|(Sequel.lit("held_encounters.body is distinct from excluded.body"),
        Sequel.~(kept[:settled_at] => nil), Sequel.~(kept[:code] => code))
      @db[:held_encounters].insert_conflict(
        target: :id,
        update: {
          **row,
          held_at: Sequel::CURRENT_TIMESTAMP,
          **UNSETTLED
        },
        update_where: Sequel.&({ kept[:member_id] => member_id }, another)
      ).insert(id:, member_id:, **row)
    end

    UNSETTLED = { settled_at: nil, mended_by: nil, mended_why: nil }.freeze

    # by: the id of who mended it at the desk, nil when its own phone or sheet sent it mended
    def settle(id, now:, by: nil, why: nil)
      @db[:held_encounters].where(id:, settled_at: nil).update(
        settled_at: now, mended_by: by, mended_why: why
      )
    end

    # Whether just this was mended at the desk: a phone that does not know of it may send it again.
    def mended?(id, member_id:, body:)
      !@db[:held_encounters]
        .where(id:, member_id:, body: Sequel.pg_jsonb(body))
        .exclude(mended_by: nil)
        .empty?
    end

    # Locks it: Core::Records::Held or nil
    def lock(id)
      row = @db[:held_encounters].where(id:).select(*COLUMNS).for_update.first
      row && self.class.held(row)
    end

    # [{ id:, member_id:, code:, message: }] oldest first
    def open
      @db[:held_encounters]
        .where(settled_at: nil)
        .order(:held_at)
        .select(:id, :member_id, :code, :message)
        .all
    end
  end
end
