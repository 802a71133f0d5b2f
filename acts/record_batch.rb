# frozen_string_literal: true

module Acts
  # What a phone has collected without a signal: each record stands on its own, whatever becomes of the others.
  #
  #   records: [{ id:, body: Hash as it came, sent: as RecordEncounter takes it, or nil, faults: { field => sentence } }, ...]
  #
  #   paper: as RecordEncounter takes it
  #
  # Returns [{ id:, answer: "stored" | "known" | "held", story_key:, code:, message:, fields: }, ...] in the same order.
  # Held records are kept on the server too; nothing that a phone has sent is lost.
  module RecordBatch
    module_function

    def call(store:, member:, records:, now:, paper: nil) = records.map { |record| one(store, member, record, now, paper) }

    def one(store, member, record, now, paper)
      return hold(store, member, record, :invalid_body, record[:faults].values.join(" "), record[:faults]) unless record[:faults].empty?

      told = RecordEncounter.call(store:, member:, id: record[:id], sent: record[:sent], now:, paper:)
      store.held_encounters.settle(record[:id], at: now)
      { id: record[:id], **told, code: nil, message: nil, fields: {} }
    rescue Core::Error => e
      hold(store, member, record, e.code, e.message, e.fields)
    end

    def hold(store, member, record, code, message, fields)
      store.write { store.held_encounters.hold(id: record[:id], member_id: member[:id], body: record[:body], code:, message:, fields:) }
      { id: record[:id], answer: "held", story_key: nil, caution_points: nil, code:, message:, fields: }
    end
    private_class_method :one, :hold
  end
end
