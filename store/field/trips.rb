# frozen_string_literal: true

module Store
  # Trips: one member, one day, one spot.
  class Trips
    COLUMNS = Core::Trips::Trip.members

    def initialize(db) = @db = db

    # Core::Trips::Trip or nil
    def find(id) = trip(@db[:trips].select(*COLUMNS).first(id:))

    # The member's newest trip of that day.
    def on_day(member_id:, held_on:)
      trip(
        @db[:trips]
          .select(*COLUMNS)
          .where(member_id:, held_on:)
          .order(Sequel.desc(:created_at))
          .first
      )
    end

    # Trips of a member's that are not handed in, from one day on, soonest first; for choosing one
    # on the Deck: [Core::Trips::Coming]
    def open_from(member_id, from:, limit:)
      fish = @db[:encounters].where(trip_id: Sequel[:trips][:id]).select(Sequel.function(:count).*)
      coming(member_id, from).exclude(state: "submitted").limit(limit).select_append(fish.as(:fish))
        .map { |row| coming_trip(row) }
    end

    # Nothing hangs on it: no record, void or not, no picture, no track, nothing held.
    def bare?(id)
      %i[encounter_records photos track_fixes].all? do |table|
        @db[table].where(trip_id: id).empty?
      end &&
        @db[:held_encounters]
          .where(settled_at: nil)
          .where(Sequel.lit("body->>'trip_id' = ?", id))
          .empty?
    end

    def remove(id)
      fish = @db[:live_fish].where(trip_id: id)
      @db[:live_taps].where(fish_id: fish.select(:id)).delete
      fish.delete
      @db[:trips].where(id:).delete
    end

    def say_effort(id, **effort) = @db[:trips].where(id:).update(effort)

    def fish?(id) = !@db[:encounter_records].where(trip_id: id).empty?

    # The member's newest planned trip, whose answers serve as defaults for the next.
    def last_planned(member_id)
      trip(
        @db[:trips]
          .select(*COLUMNS)
          .where(member_id:)
          .exclude(plan: nil)
          .order(Sequel.desc(:held_on), Sequel.desc(:updated_at))
          .first
      )
    end

    # Trips still to come, soonest first: [Core::Trips::Coming]
    def to_come(member_id, from:) = coming(member_id, from).map { |row| coming_trip(row) }

    def add(trip) = @db[:trips].insert(**stored(trip))

    def change(id, columns)
      @db[:trips].where(id:).update(**stored(columns), updated_at: Sequel::CURRENT_TIMESTAMP)
    end

    def submit(trip_id, now:)
      @db[:trips]
        .where(id: trip_id)
        .exclude(state: "submitted")
        .update(state: "submitted", submitted_at: now)
    end

    def camera_seconds(trip_id) = @db[:trips].where(id: trip_id).get(:camera_seconds).to_h

    def keep_camera_seconds(trip_id, seconds)
      @db[:trips].where(id: trip_id).update(camera_seconds: Sequel.pg_jsonb(seconds))
    end

    private

    def coming(member_id, from)
      @db[:trips]
        .join(:spots, code: :spot_code)
        .where(member_id:)
        .where { held_on >= from }
        .order(:held_on, :created_at)
        .select(
          Sequel[:trips][:id], :held_on, :spot_code, :platform, :plan, :updated_at,
          Sequel[:spots][:name].as(:name), :lat_deg, :lon_deg
        )
    end

    def coming_trip(row)
      Core::Trips::Coming.new(
        trip: trip(row.slice(:id, :held_on, :spot_code, :platform, :plan)),
        spot: Core::Geography::Spot.new(**row.slice(:name, :lat_deg, :lon_deg),
code: row[:spot_code]),
        **row.slice(:updated_at, :fish)
      )
    end

    def trip(row)
      return if row.nil?

      Core::Trips::Trip.new(
        **row, water_temp_c: row[:water_temp_c]&.to_f, fished_hours: row[:fished_hours]&.to_f,
        plan: Row.plain(row[:plan], keys: :to_sym), ticks: row[:ticks].to_a
      )
    end

    def stored(trip)
      columns = trip.slice(*COLUMNS)
      columns[:plan] = Sequel.pg_jsonb(columns[:plan]) if columns[:plan]
      columns[:ticks] = Sequel.pg_array(columns[:ticks], :text) if columns[:ticks]
      columns
    end
  end
end
