# frozen_string_literal: true

module Acts
  # How long a trip fished and with how many rods; a trip that caught nothing counts as much as any.
  # W8.
  module SayEffort
    module_function

    # hours: Numeric of lines in the water, rods: Integer; both nil take it back.
    # Raises Core::NotFound, Core::InvalidInput.
    def call(context, trip_id:, hours:, rods:)
      trip = OwnTrip.fetch(store: context.store, member: context.member, id: trip_id)
      if hours.nil? != rods.nil?
        raise Core::InvalidInput.at(
          "rods", :half_an_effort,
          "Hours and rods belong together. Enter both, or leave both empty."
        )
      end
      context.store.write do
        context.store.trips.say_effort(trip.id, fished_hours: hours&.round(1), rods:)
      end
    end
  end
end
