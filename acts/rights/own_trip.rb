# frozen_string_literal: true

module Acts
  # The trip that somebody works on: their own; a coordinator reaches every one.
  module OwnTrip
    # Raises Core::NotFound :no_such_trip.
    def self.fetch(store:, member:, id:)
      trip = store.trips.find(id)
      return trip if trip && (trip.of?(member) || member.coordinator?)

      raise Core::NotFound.new(:no_such_trip, "This trip is not one of yours.")
    end
  end
end
