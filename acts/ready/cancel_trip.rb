# frozen_string_literal: true

module Acts
  # Takes back a trip that nothing was logged on. What has a fish, a picture or a track stays.
  module CancelTrip
    module_function

    # Raises Core::NotFound, Core::Conflict :trip_has_records.
    def call(context, trip_id:)
      context.store.write do
        trip = OwnTrip.fetch(store: context.store, member: context.member, id: trip_id)
        refuse unless context.store.trips.bare?(trip.id)

        context.store.trips.remove(trip.id)
      end
    end

    def refuse
      raise Core::Conflict.at(
        "id", :trip_has_records,
        "Fish are logged on this trip, so it stays. Void single wrong fish on Dockside."
      )
    end
    private_class_method :refuse
  end
end
