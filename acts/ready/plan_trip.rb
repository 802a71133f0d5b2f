# frozen_string_literal: true

module Acts
  # Saves a plan as it is being edited, and answers with everything that follows from it.
  #
  #   id:   UUID of the trip, from the browser; a first save starts the trip
  #   sent: { held_on: Date, spot_code:, platform:, species_codes: [..], ... } as Core::Trips::Plan
  #
  # Raises Core::InvalidInput, Core::Conflict.
  module PlanTrip
    module_function

    def call(context, id:, sent:, today:)
      read = ExpectedPlan.read(store: context.store, held_on: sent[:held_on], sent:)
      context.store.write { save(context, id, sent, read.plan, today) }
      Outlook.call(context, read:, today:)
    end

    def save(context, id, sent, plan, today)
      store, member = context.store, context.member
      StartTrip.check_day(sent[:held_on], today)
      columns = {
        held_on: sent[:held_on],
        spot_code: sent[:spot_code],
        platform: sent[:platform],
        water_temp_c: plan.surface_temp_c,
        plan: sent.except(:held_on)
      }
      trip = store.trips.find(id)
      return store.trips.add(id:, member_id: member.id, **columns) if trip.nil?
      unless trip.of?(member)
        raise Core::Conflict.at("id", :other_trip, "This trip is not one of yours.")
      end
      if trip.submitted?
        raise Core::Conflict.at(
          "id", :submitted, "This trip was submitted and is locked. Plan a new one."
        )
      end
      if trip.spot_code != sent[:spot_code] && store.trips.fish?(id)
        raise Core::Conflict.at(
          "spot_code", :fish_at_the_spot,
          Core::Text.of("ready.plan_trip.fish_are_logged_on_this")
        )
      end

      store.trips.change(id, columns)
    end
    private_class_method :save
  end
end
