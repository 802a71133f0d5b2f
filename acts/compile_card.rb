# frozen_string_literal: true

module Acts
  # The trip card for a day's trip: all that the Deck may look up without a signal, signed with the hash of its content.
  module CompileCard
    # So many fish at large from this spot go onto the card, the newest first.
    KNOWN_FISH = 150
    # A member's own median counts from this many taggings on. House rule.
    TIMED_TAGGINGS = 10

    module_function

    # Returns { card: Hash | nil, logged: [...], spots: [...], crew_key: String | nil }; card nil when no trip was started that day.
    def call(store:, member:, today:)
      trip = store.trips.on_day(member_id: member[:id], held_on: today)
      { card: trip && card(store:, member:, trip:), logged: trip ? store.encounters.of_trip(trip[:id]) : [], spots: store.waters.spots,
        crew_key: trip && store.live.key_of(trip[:id]) }
    end

    # Without a valid permit and training no numbers go onto it.
    def card(store:, member:, trip:)
      spot = store.waters.spot(trip[:spot_code])
      may_tag = Core::Trips::Authorisation.check(member:, on: trip[:held_on])
      expected = trip.dig(:plan, :species_codes) || []
      species = store.species.likeliest_first(trip[:spot_code]).partition { |one| expected.include?(one.code) }.flatten
      shown = trip.except(:plan, :member_id).merge(spot_name: spot[:name], lat_deg: spot[:lat_deg], lon_deg: spot[:lon_deg], water_kind: spot[:water_kind])
      card = Core::Trips::Card.compile(trip: shown, species:, pouch: may_tag.verdict == :stop ? [] : store.tags.pouch(member[:id]), spots: store.waters.spots,
                                       rules: MemberRules.of(store:, member:), laws: store.laws.in_force(spot[:water_code]),
                                       known_fish: store.fish.at_large_at(trip[:spot_code], limit: KNOWN_FISH), tagging_seconds: usual_tagging_seconds(store, member))
      card = card.merge(authorisation: { verdict: may_tag.verdict, text: may_tag.text })
      card.merge(sha256: Fingerprint.of(card))
    end

    # Half of the member's taggings took longer; nil until enough are timed.
    def usual_tagging_seconds(store, member)
      timed = store.encounters.tagging_seconds(member[:id])
      timed[:count] >= TIMED_TAGGINGS ? timed[:median] : nil
    end
  end
end
