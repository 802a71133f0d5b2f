# frozen_string_literal: true

module Acts
  # A member goes out: one day, one spot. The id comes from the phone, so sending twice starts one
  # trip.
  #
  #   sent: { held_on: Date, spot_code:, platform:, water_temp_c: }
  #
  # Raises Core::InvalidInput :unknown_spot, Core::Conflict :other_trip.
  module StartTrip
    # Days ahead that a trip may be planned, so that a slip in the year is caught.
    PLAN_AHEAD_DAYS = 400

    module_function

    def call(context, id:, sent:, today:)
      context.store.write do
        known = context.store.trips.find(id)
        return known if known&.of?(context.member) && known.slice(*sent.keys) == sent
        if known
          raise Core::Conflict.at(
            "id", :other_trip, "Another trip has this id already. Start the trip again."
          )
        end

        KnownSpot.fetch(store: context.store, code: sent[:spot_code])
        check_day(sent[:held_on], today)
        context.store.trips.add(id:, member_id: context.member.id, **sent)
        context.store.trips.find(id)
      end
    end

    def check_day(held_on, today)
      return if held_on <= today + PLAN_AHEAD_DAYS

      raise Core::InvalidInput.at(
        "held_on",
        :too_far_ahead,
        Core::Text.of(
          "deck.start_trip.is_more_than_days_ahead", held_on: Core::Units.day_text(held_on),
          plan_ahead_days: PLAN_AHEAD_DAYS
        )
      )
    end
  end
end
