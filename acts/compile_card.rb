# frozen_string_literal: true

module Acts
  # The trip card for a day's trip: all that the Deck may look up without a signal, signed with the hash of its content.
  module CompileCard
    module_function

    # Returns { card: Hash | nil, logged: [...], spots: [...] }; card nil when no trip was started that day.
    def call(store:, member:, today:)
      trip = store.trips.on_day(member_id: member[:id], held_on: today)
      { card: trip && card(store:, member:, trip:), logged: trip ? store.encounters.of_trip(trip[:id]) : [], spots: store.waters.spots }
    end

    # Without a valid permit and training no numbers go onto it.
    def card(store:, member:, trip:)
      spot = store.waters.spot(trip[:spot_code])
      may_tag = Core::Trips::Authorisation.check(member:, on: trip[:held_on])
      expected = trip.dig(:plan, :species_codes) || []
      species = store.species.likeliest_first(trip[:spot_code]).partition { |one| expected.include?(one.code) }.flatten
      shown = trip.except(:plan, :member_id).merge(spot_name: spot[:name], lat_deg: spot[:lat_deg], lon_deg: spot[:lon_deg], water_kind: spot[:water_kind])
      card = Core::Trips::Card.compile(trip: shown, species:, pouch: may_tag.verdict == :stop ? [] : store.tags.pouch(member[:id]), spots: store.waters.spots,
                                       rules: MemberRules.of(store:, member:), laws: store.laws.in_force(spot[:water_code]))
      card = card.merge(authorisation: { verdict: may_tag.verdict, text: may_tag.text })
      card.merge(sha256: Fingerprint.of(card))
    end
  end
end
