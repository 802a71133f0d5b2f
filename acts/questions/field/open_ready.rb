# frozen_string_literal: true

module Acts
  # The Ready page of a day: the trip planned for it, or sensible defaults from the last one, and
  # what follows.
  module OpenReady
    # Before anybody has planned anything. House rule.
    BLANK = {
      from_hour: 7, to_hour: 12, height_m: nil, alone: false, depth_from_m: nil, depth_to_m: nil,
      surface_temp_c: nil, bottom_temp_c: nil, air_temp_c: nil, sun: false,
      current: "tide",
      bait: "lure",
      hook: "j",
      barbs: "flattened",
      platform: "shore"
    }.freeze
    EXPECTED_SPECIES = 3

    module_function

    # gauge: #read(spot_code) -> { water_temp_c:, read_at: } or nil when it does not answer
    def call(context, on:, today:, gauge:)
      trip = context.store.trips.on_day(member_id: context.member.id, held_on: on)
      plan = trip&.plan ? trip.plan : defaults(context.store, context.member, trip, today)
      reading = gauge.read(plan[:spot_code])
      plan = plan.merge(surface_temp_c: reading[:water_temp_c]) if reading && trip&.plan.nil?
      read = ExpectedPlan.read(store: context.store, held_on: on, sent: plan)
      outlook = Outlook.call(context, read:, today:)
      {
        trip: trip&.slice(:id, :held_on, :state, :ticks),
        plan:,
        gauge: reading,
        locker: context.store.lockers.of(context.member.id).to_h,
        spots: context.store.waters.spots.map(&:to_h),
        outlook:,
        first: first_steps(context, outlook[:lessons], trip)
      }
    end

    # { steps:, mentor: name, contact: }, nil for who has tagged a fish.
    def first_steps(context, lessons, trip)
      store, member = context.store, context.member
      return nil if store.encounters.tagged_by?(member.id)

      steps = Core::People::FirstSteps.of(
        lessons_open: !lessons.nil?, locker: store.lockers.of(member.id), planned: !trip&.plan.nil?
      )
      mentor = member.mentor_id && store.members.find(member.mentor_id)
      { steps: steps.map(&:to_h), mentor: mentor&.name, contact: store.programme.find.contact }
    end

    def defaults(store, member, trip, today)
      last = store.trips.last_planned(member.id)
      spot_code = trip&.spot_code || last&.spot_code || store.waters.spots.first.code
      likely = store.species.likeliest_first(spot_code, month: today.month)
        .first(EXPECTED_SPECIES).map(&:code)
      kept = (last&.plan || {}).except(:surface_temp_c, :bottom_temp_c, :air_temp_c)
      {
        **BLANK,
        species_codes: likely,
        **kept,
        spot_code:,
        **(trip ? { platform: trip.platform, surface_temp_c: trip.water_temp_c } : {})
      }
    end
    private_class_method :defaults, :first_steps
  end
end
