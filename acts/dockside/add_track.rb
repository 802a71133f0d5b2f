# frozen_string_literal: true

module Acts
  # A recorded track of a trip: fish without a place of their own are placed by time.
  module AddTrack
    module_function

    # Returns { points:, placed: [{ encounter_id:, gap_seconds: }], too_far: Integer }. Raises
    # Core::InvalidInput, NotFound, Conflict.
    def call(context, trip_id:, text:, reason: nil)
      OwnTrip.fetch(store: context.store, member: context.member, id: trip_id)
      fixes = Formats::Gpx.read(text)
      context.store.write do
        context.store.tracks.keep(trip_id, fixes)
        encounters = context.store.dockside.encounters(trip_id).map(&:encounter)
        lacking = encounters.select { |encounter| encounter.lat_deg.nil? }
        placed = lacking.filter_map do |encounter|
          place = Core::Trips::Track.place_at(fixes, encounter.caught_at) or next
          CorrectEncounter.call(
            context, id: encounter.id, reason:, changes: {
              place: place.slice(:lat_deg, :lon_deg),
              place_how: "track"
            }
          )
          { encounter_id: encounter.id, gap_seconds: place[:gap_seconds].round }
        end
        { points: fixes.size, placed:, too_far: lacking.size - placed.size }
      end
    end
  end
end
