# frozen_string_literal: true

module Store
  # Encounters that could not be stored as sent, with the reason.
  class HeldEncounters
    def initialize(db) = @db = db

    # The newest sending of a record replaces the one before; another member's record is left alone.
    def hold(id:, member_id:, body:, code:, message:, fields:)
      row = { body: Sequel.pg_jsonb(body), code: code.to_s, message:, fields: Sequel.pg_jsonb(fields) }
      @db[:held_encounters].insert_conflict(target: :id, update: { **row, held_at: Sequel::CURRENT_TIMESTAMP, settled_at: nil },
                                            update_where: { Sequel[:held_encounters][:member_id] => member_id })
                           .insert(id:, member_id:, **row)
    end

    def settle(id, at:) = @db[:held_encounters].where(id:, settled_at: nil).update(settled_at: at)

    # [{ id:, member_id:, code:, message: }] oldest first
    def open = @db[:held_encounters].where(settled_at: nil).order(:held_at).select(:id, :member_id, :code, :message).all
  end
end
