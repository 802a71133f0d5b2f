# frozen_string_literal: true

module Store
  # Trips: one member, one day, one spot.
  class Trips
    COLUMNS = %i[id member_id held_on spot_code platform water_temp_c state].freeze

    def initialize(db) = @db = db

    def find(id) = present(@db[:trips].select(*COLUMNS).first(id:))

    # The member's newest trip of that day.
    def on_day(member_id:, held_on:)
      present(@db[:trips].select(*COLUMNS).where(member_id:, held_on:).order(Sequel.desc(:created_at)).first)
    end

    def add(trip) = @db[:trips].insert(**trip.slice(*COLUMNS))

    private

    def present(row) = row&.merge(water_temp_c: row[:water_temp_c]&.to_f)
  end
end
