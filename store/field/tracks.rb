# frozen_string_literal: true

module Store
  # The way of a trip, as a receiver noted it.
  class Tracks
    def initialize(db) = @db = db

    def keep(trip_id, fixes)
      @db[:track_fixes].where(trip_id:).delete
      @db[:track_fixes].import(
        %i[trip_id at lat_deg lon_deg],
        fixes.map { |fix| [trip_id, *fix.values_at(:at, :lat_deg, :lon_deg)] },
        slice: 5000
      )
    end

    def points(trip_id) = @db[:track_fixes].where(trip_id:).count
  end
end
