# frozen_string_literal: true

module Acts
  # The trip card for today's trip: all that the Deck may look up without a signal.
  module CompileCard
    module_function

    # Returns { card: Hash | nil, logged: [...], spots: [...] }; card nil when no trip was started today.
    def call(store:, member:, today:)
      trip = store.trips.on_day(member_id: member[:id], held_on: today)
      { card: trip && card(store, member, trip), logged: trip ? store.encounters.of_trip(trip[:id]) : [], spots: store.waters.spots }
    end

    def card(store, member, trip)
      spot = store.waters.spot(trip[:spot_code])
      Core::Trips::Card.compile(trip: trip.merge(spot_name: spot[:name], lat_deg: spot[:lat_deg], lon_deg: spot[:lon_deg]),
                                species: store.species.likeliest_first(trip[:spot_code]), pouch: store.tags.pouch(member[:id]),
                                rules: Core::Protocol::HouseRules.default)
    end
    private_class_method :card
  end
end
