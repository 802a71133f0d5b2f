# frozen_string_literal: true

module Acts
  # Hands a trip in: its records are locked, its doubts go to the desk. Held records stay held and
  # hold nothing else up.
  module SubmitTrip
    module_function

    # Returns { doubts: Integer, held: Integer }. Sending twice submits once. Raises Core::NotFound,
    # Conflict.
    def call(context, trip_id:, coast:)
      trip = OwnTrip.fetch(store: context.store, member: context.member, id: trip_id)
      context.store.write do
        evening = Evening.new(store: context.store, trip:, coast:)
        if evening.fish.empty? && evening.held.empty? && trip.rods.nil?
          raise Core::Conflict.at(
            "trip", :nothing_to_submit,
            Core::Text.of("dockside.submit_trip.this_trip_has_no_fish")
          )
        end

        doubts = evening.doubts
        evening.gap_doubts.each { |id, doubt| doubts[id] += [doubt] }
        context.store.queries.flag(doubts)
        changed = context.store.trips.submit(trip_id, now: context.now)
        if changed.positive?
          context.store.changes.note(
            record: "trip",
            record_id: trip_id,
            before: {
              state: trip.state
            },
            after: {
              state: "submitted"
            },
            member_id: context.member.id
          )
        end
        { doubts: doubts.values.sum(&:size), held: evening.held.size }
      end
    end
  end
end
