# frozen_string_literal: true

module Acts
  # A meet: planned once for all, with crews; each who comes gets a trip with the plan. Closed early
  # it says so on every card.
  module HoldMeet
    MOST_PAST = 20

    module_function

    # sent: { name:, held_on: Date, plan: as of a trip, is_open:, note:,
    #         crews: [{ member_id:, crew: }] }
    # Raises Core::InvalidInput, Core::Conflict.
    def plan(context, id:, sent:)
      store = context.store
      known = store.meets.find(id)
      refuse("held_on", "A closed meet stays as it is.") if known&.closed?
      # Raises for a plan that cannot be.
      ExpectedPlan.read(store:, held_on: sent[:held_on], sent: sent[:plan])
      members = people(store, sent[:crews])
      store.write do
        store.meets.keep(
          Core::Meets::Meet.new(id:, made_by: context.member.id, **sent.except(:crews))
        )
        seat(context, id, sent, members)
      end
    end

    # Each member once, with the crew: [[member, crew], ...]
    def people(store, crews)
      crews.uniq { |row| row[:member_id] }.map do |row|
        member = store.members.find(row[:member_id])
        refuse("crews", "There is no such member.") unless member&.active
        [member, row[:crew].strip]
      end
    end

    # A trip that somebody has fish on stays theirs, also when they are taken off the list.
    def seat(context, id, sent, members)
      store = context.store
      before = store.meets.members(id)
      members.each do |member, crew|
        trip_id = before.dig(member.id, :trip_id) || SecureRandom.uuid
        PlanTrip.call(
          context.with(member:), id: trip_id, sent: { **sent[:plan], held_on: sent[:held_on] },
          today: context.today
        )
        store.meets.add_member(id, member_id: member.id, crew:, trip_id:)
      end
      (before.keys - members.map { |member, _| member.id }).each do |member_id|
        store.meets.remove_member(id, member_id)
      end
    end

    # Raises Core::Conflict where it is closed already.
    def close(context, id:, because:)
      meet = fetch(context.store, id)
      context.store.write do
        context.store.meets.close(meet.id, because: because.strip, now: context.now) or
          raise Core::Conflict.new(:closed, "This meet is closed already.")
      end
    end

    # The board for the phone at the ramp: { ..meet, spot_name:, care: see Core::Meets::Care }
    def board(context, id:)
      meet = fetch(context.store, id)
      shown(context.store, meet).merge(
        care: Core::Meets::Care.of(context.store.meets.care(meet.id))
      )
    end

    # From today on, each as the board has it, without care.
    def coming(context)
      context.store.meets.from(context.today).map { |meet| shown(context.store, meet) }
    end

    # The last ones, each as the board has it, without care.
    def past(context)
      context.store.meets.past(context.today, limit: MOST_PAST).map do |meet|
        shown(context.store, meet)
      end
    end

    # A meet on paper.
    def report(context, id:, fonts_dir:)
      meet = fetch(context.store, id)
      Formats::MeetReport.pdf(
        meet:, report: Core::Meets::Report.of(context.store.meets.records(id)),
        spot_name: context.store.waters.spot(meet.spot_code)&.name, fonts_dir:
      )
    end

    # With the plan and who sits where, to change it.
    def to_change(context, id:)
      meet = fetch(context.store, id)
      crews = context.store.meets.members(id).map do |member_id, row|
        { member_id:, crew: row[:crew] }
      end
      shown(context.store, meet).merge(plan: meet.plan, seats: crews)
    end

    def shown(store, meet)
      {
        **meet.slice(:id, :name, :held_on, :note, :is_open, :closed_at, :closed_because),
        spot_name: store.waters.spot(meet.spot_code)&.name,
        from_hour: meet.plan[:from_hour], to_hour: meet.plan[:to_hour],
        crews: meet.crews.map { |crew, names| { crew:, names: } }
      }
    end

    # { name:, closed_at:, closed_because: } of the meet that a trip belongs to, or nil.
    def of_trip(store, trip_id)
      store.meets.of_trip(trip_id)&.slice(:id, :name, :closed_at, :closed_because)
    end

    def fetch(store, id)
      store.meets.find(id) || raise(Core::NotFound.new(:no_such_meet, "There is no such meet."))
    end

    def refuse(field, sentence) = raise(Core::InvalidInput.at(field, :bad_meet, sentence))
    private_class_method :people, :seat, :shown, :fetch, :refuse
  end
end
