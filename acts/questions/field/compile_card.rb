# frozen_string_literal: true

module Acts
  # The trip card for a day's trip: all that the Deck may look up without a signal, signed with the
  # hash of its content.
  module CompileCard
    # So many fish at large from this spot go onto the card, the newest first.
    KNOWN_FISH = 150
    # Own taggings that the median is taken of, the newest ones.
    NEWEST_TAGGINGS = 200

    module_function

    # Coming trips that are offered.
    MOST_TRIPS = 20

    # trip_id: which of the trips; nil takes the day's newest, or the one that has gone on since
    #          yesterday
    # Returns { card: Hash | nil, logged: [...], spots: [...], trips: [...], crew_key: String | nil
    # }; card nil when there is no such trip.
    def call(context, today:, trip_id: nil)
      trips = context.store.trips.open_from(context.member.id, from: today - 1, limit: MOST_TRIPS)
      trips = trips.select { |coming| coming.at_or_after?(today) || coming.id == trip_id }
      trip = chosen(context.store, context.member, today, trips, trip_id)
      {
        card: trip && card(store: context.store, member: context.member, trip:),
        logged: trip ? context.store.encounters.of_trip(trip.id) : [],
        spots: context.store.waters.spots.map(&:to_h),
        trips: trips.map(&:listed),
        crew_key: trip && context.store.live.key_of(trip.id),
        notices: notices(context, trip),
        meet: trip && HoldMeet.of_trip(context.store, trip.id)
      }
    end

    # Notices of the trip's water on its day, or of any water today.
    def notices(context, trip)
      water = trip && context.store.waters.spot(trip.spot_code).water_code
      day = trip&.held_on || context.today
      TellMembers.standing(context, day:, water:).select(&:at_water?).map(&:to_h)
    end

    def chosen(store, member, today, trips, trip_id)
      return OwnTrip.fetch(store:, member:, id: trip_id) if trip_id

      night = trips.reverse.find { |coming| coming.held_on < today }
      store.trips.on_day(member_id: member.id, held_on: today) ||
        (night && store.trips.find(night.id))
    end

    # Without a valid permit and training no numbers go onto it.
    def card(store:, member:, trip:)
      spot = store.waters.spot(trip.spot_code)
      may_tag = Core::Trips::Authorisation.check(member:, on: trip.held_on)
      expected = trip.planned(:species_codes) || []
      species =
        store
          .species
          .likeliest_first(trip.spot_code, month: trip.held_on.month)
          .partition { |species| expected.include?(species.code) }
          .flatten
      shown =
        trip.to_h.except(:plan, :member_id).merge(
          spot_name: spot.name,
          lat_deg: spot.lat_deg,
          lon_deg: spot.lon_deg,
          water_kind: spot.water_kind,
          bottom_temp_c: trip.planned(:bottom_temp_c)
        )
      card =
        Core::Trips::Card.compile(
          trip: shown,
          species:,
          pouch: may_tag.verdict == :stop ? [] : store.tags.pouch(member.id),
          spots: store.waters.spots.map(&:to_h),
          rules: MemberRules.of(store:, member:),
          laws: store.laws.in_force(spot.water_code),
          authorisation: may_tag,
          trained_to_vent: member.trained_to_vent?,
          series: store.desk.series,
          known_fish: store.fish.at_large_at(trip.spot_code, limit: KNOWN_FISH),
          tagging_seconds: usual_tagging_seconds(store, member, species)
        )
      card.merge(sha256: Fingerprint.of(card))
    end

    # By air class: half of the member's taggings took longer.
    def usual_tagging_seconds(store, member, species)
      air_class = species.to_h { |animal| [animal.code, animal.guild.air_class] }
      timed = store.encounters.tagging_seconds(member.id, newest: NEWEST_TAGGINGS)
      Core::Handling::TagDecision.own_medians(
        timed.map { |code, seconds| [air_class.fetch(code), seconds] }
      )
    end
    private_class_method :chosen, :usual_tagging_seconds
  end
end
