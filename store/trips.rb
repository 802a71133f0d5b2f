# frozen_string_literal: true

module Store
  # Trips: one member, one day, one spot.
  class Trips
    COLUMNS = %i[id member_id held_on spot_code platform water_temp_c state plan ticks].freeze

    def initialize(db) = @db = db

    def find(id) = present(@db[:trips].select(*COLUMNS).first(id:))

    # The member's newest trip of that day.
    def on_day(member_id:, held_on:)
      present(@db[:trips].select(*COLUMNS).where(member_id:, held_on:).order(Sequel.desc(:created_at)).first)
    end

    # The member's newest planned trip, whose answers serve as defaults for the next.
    def last_planned(member_id) = present(@db[:trips].select(*COLUMNS).where(member_id:).exclude(plan: nil).order(Sequel.desc(:held_on), Sequel.desc(:updated_at)).first)

    # Trips still to come, soonest first, with the names for a calendar.
    def to_come(member_id, from:)
      @db[:trips].join(:spots, code: :spot_code).where(member_id:).where { held_on >= from }.order(:held_on)
                 .select(Sequel[:trips][:id], :held_on, Sequel[:spots][:name].as(:spot_name), :lat_deg, :lon_deg, :platform, :plan, :updated_at)
                 .map { |row| row.merge(plan: deep(row[:plan])) }
    end

    def add(trip) = @db[:trips].insert(**stored(trip))

    def change(id, columns) = @db[:trips].where(id:).update(**stored(columns), updated_at: Sequel::CURRENT_TIMESTAMP)

    private

    def present(row) = row&.merge(water_temp_c: row[:water_temp_c]&.to_f, plan: deep(row[:plan]), ticks: row[:ticks].to_a)

    def deep(json) = json && JSON.parse(JSON.generate(json), symbolize_names: true)

    def stored(trip)
      columns = trip.slice(*COLUMNS)
      columns[:plan] = Sequel.pg_jsonb(columns[:plan]) if columns[:plan]
      columns[:ticks] = Sequel.pg_array(columns[:ticks], :text) if columns[:ticks]
      columns
    end
  end
end
