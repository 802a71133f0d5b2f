# frozen_string_literal: true

module Acts
  # A record that was held back, mended at the desk: what it says is changed, and it is stored as
  # its member would have sent it. Its phone, which knows nothing of that, may send the faulty one
  # again: it is answered as known.
  #
  #   mend:    { changes: { field => value } as EncounterChanges of the contract, where
  #              voided_because makes it void,
  #              shift_minutes: Integer, its taps lie so much later (a phone whose clock was off);
  #              nil or 0 for none,
  #              reason: String, at least 3 characters }
  #   read:    (body of the Deck) -> it, as RecordEncounter takes it; raises Core::InvalidInput with
  #            every fault
  #
  # Returns what RecordEncounter returns. Raises its errors, Core::NotFound, Conflict; it is held as
  # before then.
  module MendHeld
    module_function

    def call(context, id:, mend:, read:)
      context.store.write do
        held = context.store.held_encounters.lock(id)
        raise Core::NotFound.new(:no_such_held, "No such record waits to be accepted.") if held.nil?
        if held.settled_at
          raise Core::Conflict.at(
            "id", :mended_already, "This record is already saved. Reload the list."
          )
        end

        owner = context.store.members.find(held.member_id)
        sent, paper = sent(context, owner, held, mend[:changes], read)
        sent = sent.merge(stages: shifted(sent[:stages], mend[:shift_minutes].to_i * 60))
        sentence =
          RecordEncounter.call(
            context.with(member: owner),
            id:,
            sent:,
            reason: mend[:reason],
            paper:,
            by: context.member,
            said: readable(held, read)
          )
        context.store.held_encounters.settle(
          id,
          now: context.now,
          by: context.member.id,
          why: mend[:reason]
        )
        sentence
      end
    end

    # As RecordEncounter takes it, and of which paper.
    def sent(context, owner, held, changes, read)
      return typed(context.store, owner, context.member, held, changes) if held.paper?

      [read.call(held.body.merge(changes)), nil]
    end

    # A row of a sheet: the trip that it stands on has the rest of what was written.
    def typed(store, owner, member, held, changes)
      row = held.body
      trip = store.trips.find(row[:trip_id])
      if trip.nil?
        raise Core::NotFound.new(
          :no_such_trip,
          "Its trip no longer exists. Enter the sheet again."
        )
      end

      offset =
        row[:utc_offset_minutes] ||
        store.dockside.encounters(trip.id).first&.encounter&.utc_offset_minutes
      if offset.nil?
        raise Core::InvalidInput.at(
          "time", :no_offset,
          "The sheet does not say which clock its times follow. Fix this row on the sheet."
        )
      end

      sheet = {
        trip_id: trip.id,
        utc_offset_minutes: offset,
        **trip.slice(:held_on, :water_temp_c)
      }
      rules = MemberRules.on(store:, member_id: owner.id, day: trip.held_on)
      sent = TypeSheet.as_sent(store, sheet, row, rules).merge(changes)
      [sent, { recorded_by: owner.id == member.id ? nil : member.id }]
    end

    def shifted(stages, seconds)
      seconds.zero? ? stages : stages.map { |tap| tap.merge(at: tap[:at] + seconds) }
    end

    # What its phone said, so that its next word is held against that; nil where nothing can be
    # read.
    def readable(held, read)
      read.call(held.body) unless held.paper?
    rescue Core::InvalidInput
      nil
    end
    private_class_method :sent, :typed, :shifted, :readable
  end
end
