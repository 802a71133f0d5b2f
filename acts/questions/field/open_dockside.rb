# frozen_string_literal: true

module Acts
  # One trip in the evening: what is left, its fish and pictures, whether its tags add up, and the
  # doubts. S1 to S5.
  module OpenDockside
    Opened = Struct.new(
      :trip, :left, :void, :lost, :fish, :photos, :tags, :doubts, :held, :corrections, :cameras,
      :track_points, :boards_cm, keyword_init: true
    )
    OF_TRIP = %i[id held_on platform water_temp_c spot_code rods fished_hours].freeze

    module_function

    # coast: Coast
    # Returns Opened: trip: { .. } with its names and state;  left: see Core::Trips::Gaps
    #   void, lost, corrections: see Store::Encounters#void_of_trip, #lost_of_trip and
    #     Store::Corrections#of_trip
    #   fish: [Core::Records::WithTags];  photos: [Core::Records::Photo];  tags: Core::Tags::Sum
    #   doubts: { encounter id => [Core::Checks::Record::Doubt] };  held: [Core::Records::Held]
    #   cameras: [{ camera:, photos:, seconds: }];  track_points: how many
    #   boards_cm: lengths of the measuring boards that can be printed
    def call(context, trip_id:, coast:)
      store = context.store
      trip = OwnTrip.fetch(store:, member: context.member, id: trip_id)
      evening = Evening.new(store:, trip:, coast:)
      left = Core::Trips::Gaps.of(
        evening.fish.map(&:encounter), species: store.species.method(:find)
      )
      photos = store.photos.of_trip(trip_id)
      Opened.new(
        trip: {
          **trip.slice(*OF_TRIP),
          spot_name: store.waters.spot(trip.spot_code).name,
          member_name: evening.owner.name,
          state: state(trip, left, evening)
        },
        left:, photos:, fish: evening.fish, tags: evening.tags, held: evening.held,
        doubts: evening.doubts,
        void: store.encounters.void_of_trip(trip_id),
        lost: store.encounters.lost_of_trip(trip_id),
        corrections: store.corrections.of_trip(trip_id),
        cameras: cameras(store, trip_id, photos),
        track_points: store.tracks.points(trip_id),
        boards_cm: Core::Photo::Board::SIZES.keys
      )
    end

    # Ready when nothing is missing, held or unaccounted for; doubts may stay.
    def state(trip, left, evening)
      return trip.state if trip.submitted?

      left.empty? && evening.held.empty? && evening.tags.even? ? "ready" : "open"
    end

    def cameras(store, trip_id, photos)
      seconds = store.trips.camera_seconds(trip_id)
      photos.select(&:camera_at).group_by { |photo| photo.camera.to_s }
        .map { |camera, taken| { camera:, photos: taken.size, seconds: seconds[camera] } }
    end
    private_class_method :state, :cameras
  end
end
