# frozen_string_literal: true

module Store
  # Meets, who comes in which crew, and how well their fish were handled.
  class Meets
    COLUMNS = Core::Meets::Meet.members - %i[crews]

    def initialize(db) = @db = db

    def find(id) = meet(@db[:meets].select(*COLUMNS).first(id:))

    # From a day on, the next first.
    def from(day)
      @db[:meets].where { held_on >= day }.order(:held_on, :name).select(*COLUMNS)
        .map { |row| meet(row) }
    end

    # Before a day, the newest first.
    def past(day, limit:)
      @db[:meets].where { held_on < day }.order(Sequel.desc(:held_on), :name).limit(limit)
        .select(*COLUMNS).map { |row| meet(row) }
    end

    # For the public calendar.
    def open_from(day) = from(day).select { |meet| meet.is_open && !meet.closed? }

    def keep(meet)
      row = { **meet.to_h.except(:crews, :closed_at, :closed_because),
        plan: Sequel.pg_jsonb(meet.plan) }
      @db[:meets].insert_conflict(target: :id, update: row.except(:id, :made_by)).insert(**row)
    end

    def close(id, because:, now:)
      @db[:meets].where(id:, closed_at: nil).update(closed_at: now, closed_because: because)
        .positive?
    end

    # { member id => { crew:, trip_id: } }
    def members(id)
      @db[:meet_members].where(meet_id: id).select(:member_id, :crew, :trip_id)
        .to_h { |row| [row[:member_id], row.slice(:crew, :trip_id)] }
    end

    def add_member(id, member_id:, crew:, trip_id:)
      row = { meet_id: id, member_id:, crew:, trip_id: }
      @db[:meet_members].insert_conflict(target: %i[meet_id member_id], update: { crew:, trip_id: })
        .insert(**row)
    end

    def remove_member(id, member_id) = @db[:meet_members].where(meet_id: id, member_id:).delete

    # The meet that a trip belongs to, or nil.
    def of_trip(trip_id)
      id = @db[:meet_members].where(trip_id:).get(:meet_id)
      id && find(id)
    end

    # Fish of its trips as Core::Meets::Care takes them.
    def care(id)
      fish(id).where(fate: "released").select(*CARE).all
    end

    # All fish of its trips as Core::Meets::Report takes them.
    def records(id)
      name = Sequel[:species][:common_name].as(:species)
      fish(id).join(:species, code: :species_code).select(name, :kind, :fate, :air_seconds, *CARE)
        .all
    end

    private

    CARE = [
      (Sequel[:air_seconds] <= Encounters::AIR_LIMIT).as(:within_air),
      Sequel.lit("num_nulls(hook_place, bleeding, length_mm) = 0").as(:complete)
    ].freeze
    private_constant :CARE

    def fish(id)
      trips = @db[:meet_members].where(meet_id: id).exclude(trip_id: nil).select(:trip_id)
      @db[:encounters].where(trip_id: trips)
    end

    def meet(row)
      return if row.nil?

      crews = @db[:meet_members].join(:members, id: :member_id).where(meet_id: row[:id])
        .order(:crew, :name).select_hash_groups(:crew, :name)
      Core::Meets::Meet.new(**row, plan: Row.plain(row[:plan], keys: :to_sym), crews:)
    end
  end
end
