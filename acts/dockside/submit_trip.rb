# frozen_string_literal: true

module Acts
  # Hands a trip in: its records are locked, its doubts go to the desk. Held records stay held and
  # hold nothing else up. S5.
  module SubmitTrip
    module_function

    # Returns { doubts: Integer, held: Integer }. Sending twice submits once. Raises Core::NotFound,
    # Conflict.
    def call(store:, member:, trip_id:, coast:, now:)
      trip = OwnTrip.fetch(store:, member:, id: trip_id)
      owner = store.members.find(trip[:member_id])
      store.write do
        encounters = store.dockside.encounters(trip_id)
        held = store.dockside.held(trip_id, owner[:id])
        if encounters.empty? && held.empty?
          raise Core::Conflict.at(
            "trip", :nothing_to_submit,
            "No fish is on this trip yet. Log one on the Deck, or type the sheet."
          )
        end

        doubts = OpenDockside.doubts(store:, owner:, trip:, encounters:, coast:)
        OpenDockside
          .gap_doubts(store:, owner:, trip:, encounters:)
          .each { |id, doubt| doubts[id] += [doubt] }
        store.dockside.flag(doubts)
        changed = store.dockside.submit(trip_id, at: now)
        if changed.positive?
          store.changes.note(
            record: "trip",
            record_id: trip_id,
            before: {
              state: trip[:state]
            },
            after: {
              state: "submitted"
            },
            member_id: member[:id]
          )
        end
        { doubts: doubts.values.sum(&:size), held: held.size }
      end
    end
  end
end
