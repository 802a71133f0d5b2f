# frozen_string_literal: true

module Acts
  # The crew's view: one trip's fish in hand on several devices. Whoever holds the trip's key sees
  # the running clock and may tap.
  #
  # A tap has a place in its fish's row of taps; the first device that fills a place is right, so
  # two taps for one act count once. Devices send how long ago a tap was, not what time: their
  # clocks need not agree.
  module ShareDeck
    # A fish that nobody touched for so long is not in hand any more.
    FORGOTTEN_AFTER_SECONDS = 4 * 3600

    module_function

    # A key ends this many days after the day of its trip: a link that was passed on opens nothing
    # for ever. House rule.
    KEY_DAYS = 2

    # Returns the trip's key, made on first asking and when the one before is past its time. Raises
    # Core::NotFound.
    def open(store:, member:, trip_id:, now:)
      store.write do
        trip = store.trips.find(trip_id)
        unless trip&.of?(member)
          raise Core::NotFound.new(:no_such_trip, "This trip is not one of yours.")
        end

        store.live.key_of(trip_id) || new_key(store, trip, now)
      end
    end

    # The trip and its card, without exact places, spots and the pouch.
    def card(store:, key:)
      trip = trip!(store, key)
      member = store.members.find(trip.member_id)
      card = CompileCard.card(store:, member:, trip:)
      card.merge(trip: card[:trip].except(:lat_deg, :lon_deg), pouch: [], spots: [], known_fish: [])
    end

    #   fish: [{ id:, species_code:, tag_number:, seen: Hash | nil, taps: [{ act:, age_ms: }],
    #         undone_from: Integer | nil, undos: }, ...] as one device has them; `seen` is what the
    #         Deck knows of the fish besides, and only the Deck sends it
    #
    # Returns the fish in hand as all devices should have them: [{ id:, species_code:, tag_number:,
    # seen:, undos:, taps: [{ act:, at: }] }, ...]
    def sync(store:, key:, device:, fish:, now:)
      trip = trip!(store, key)
      store.write do
        fish.each { |catch| merge(store, trip, device, catch, now) }
        store.live.in_hand(trip.id, since: now - FORGOTTEN_AFTER_SECONDS)
      end
    end

    def new_key(store, trip, now)
      last_day = [trip.held_on, store.programme.day(now)].max + KEY_DAYS
      SecureRandom
        .urlsafe_base64(16)
        .tap { |key| store.live.keep_key(trip.id, key, until_at: last_day.to_time) }
    end

    def merge(store, trip, device, catch, now)
      refuse_unknown(store, catch[:species_code])
      known =
        store.live.keep_fish(
          id: catch[:id],
          trip_id: trip.id,
          at: now,
          seen: catch[:seen],
          **catch.slice(:species_code, :tag_number)
        )
      return if known.nil? || catch[:undos] < known[:undos]

      store.live.undo(catch[:id], from: catch[:undone_from]) if catch[:undone_from]
      catch[:taps].each_with_index do |tap, position|
        store.live.tap(
          fish_id: catch[:id],
          position:,
          act: tap[:act],
          at: now - (tap[:age_ms] / 1000.0),
          device:
        )
      end
    end

    def refuse_unknown(store, code)
      return if store.species.find(code)

      raise Core::InvalidInput.at(
        "species_code",
        :unknown_species,
        Core::Text.of("deck.share_deck.there_is_no_species_in", code: code.inspect)
      )
    end

    def trip!(store, key)
      store.live.trip_of(key)&.then { |id| store.trips.find(id) } ||
        raise(
          Core::NotFound.new(
            :no_such_crew,
            "There is no shared trip at this address. Ask for a new link from the Deck."
          )
        )
    end
    private_class_method :new_key, :merge, :refuse_unknown, :trip!
  end
end
