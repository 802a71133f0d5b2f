# frozen_string_literal: true

module Acts
  # What a phone has collected without a signal: each record stands on its own, whatever becomes of
  # the others.
  #
  #   records:   [{ id:, body: Hash as it came, read: -> { as RecordEncounter takes it } }, ...];
  #              read raises Core::InvalidInput for what cannot be read
  #   phone_now: Time by the phone's clock when it sent them, nil when it did not say
  #   bug:       (error) -> number it is found by in the log; raises what is not this record's fault
  #   paper:     as RecordEncounter takes it
  #
  # Returns [{ id:, answer: "stored" | "known" | "held", story_key:, code:, message:, fields: },
  # ...] in the same order. Held records are kept on the server too; nothing that a phone has sent
  # is lost.
  class RecordBatch
    def self.call(context, records:, **with)
      new(context, **with).then { |batch| records.map { |record| batch.record(record) } }
    end

    def initialize(context, bug:, phone_now: nil, paper: nil)
      @context = context
      @store, @member, @now = context.store, context.member, context.now
      @bug = bug
      @phone_now = phone_now
      @paper = paper
    end

    # Stores one, or holds it with its reason.
    def record(record)
      sentence =
        RecordEncounter.call(
          @context,
          id: record[:id],
          sent: record[:read].call,
          phone_now: @phone_now,
          paper: @paper
        )
      @store.held_encounters.settle(record[:id], now: @now)
      { id: record[:id], **sentence, code: nil, message: nil, fields: {} }
    rescue Core::Error => e
      hold(record, e.code, e.message, e.fields)
    rescue StandardError => e
      hold(
        record,
        :internal,
        Core::Text.of("deck.record_batch.something_went_wrong_with_this", e: @bug.call(e)),
        {}
      )
    end

    private

    def hold(record, code, message, fields)
      body = HeldBody.of(record[:body])
      if @store.held_encounters.mended?(record[:id], member_id: @member.id, body:)
        return mended(record[:id])
      end

      @store.write do
        @store.held_encounters.hold(
          id: record[:id],
          member_id: @member.id,
          body:,
          code:,
          message:,
          fields:
        )
      end
      {
        id: record[:id],
        answer: "held",
        story_key: nil,
        caution_points: nil,
        revision: nil,
        collisions: [],
        code:,
        message:,
        fields:
      }
    end

    # This faulty record was mended at the desk meanwhile.
    def mended(id)
      stands = @store.encounters.record(id)
      {
        id:,
        **RecordEncounter.answer(@store, stands, "known", stands.revision),
        code: nil,
        message: nil,
        fields: {}
      }
    end
  end
end
