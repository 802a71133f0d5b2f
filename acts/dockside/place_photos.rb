# frozen_string_literal: true

module Acts
  # Puts a trip's pictures to its fish: by time and order, after what a person has placed.
  #
  #   moved:  { photo_id:, encounter_id: String | nil } dragged by a person, nil for "no fish";
  #           released: a photo id that may follow again
  #   clocks: [{ camera:, seconds: }] to set a camera's clock by hand
  #
  # A picture placed by hand sets its camera's clock, when nobody has set it otherwise, and all
  # others follow.
  module PlacePhotos
    module_function

    def call(context, trip_id:, moved: nil, released: nil, clocks: [])
      OwnTrip.fetch(store: context.store, member: context.member, id: trip_id)
      context.store.write do
        seconds =
          context.store.trips.camera_seconds(trip_id)
            .merge(clocks.to_h { |clock| [clock[:camera].to_s, clock[:seconds]] })
        encounters = context.store.dockside.encounters(trip_id)
        move(context.store, trip_id, encounters, moved) if moved
        if released && context.store.photos.find(released)&.trip_id == trip_id
          context.store.photos.change(released, encounter_id: nil, placed_by: nil, sure: nil)
        end
        fish = encounters.map do |caught|
          { id: caught.id, from: caught.encounter.caught_at, to: caught.ended_at }
        end
        numbers = encounters.flat_map do |caught|
          caught.tag_numbers.map { |number| [number, caught.id] }
        end.to_h
        photos = context.store.photos.of_trip(trip_id)
        seconds = seconds.merge(clock_by(photos, fish, moved[:photo_id])) if moved &&
          moved[:encounter_id]
        place(context.store, retimed(photos, seconds), fish, numbers)
        context.store.trips.keep_camera_seconds(trip_id, seconds)
      end
    end

    def move(store, trip_id, encounters, moved)
      photo = store.photos.find(moved[:photo_id])
      to = [nil, *encounters.map(&:id)]
      unless photo && photo.trip_id == trip_id && to.include?(moved[:encounter_id])
        raise Core::NotFound.new(:no_such_photo, "This trip has no such photo or fish.")
      end

      store.photos.change(
        photo.id,
        encounter_id: moved[:encounter_id],
        placed_by: "hand",
        sure: 1.0
      )
    end

    # The clock of the camera that took this picture, from all of its pictures.
    def clock_by(photos, fish, photo_id)
      camera = photos.find { |photo| photo.id == photo_id }.camera
      own = photos.select { |photo| photo.camera == camera && photo.camera_at }
      shift =
        Core::Photo::Placing.clock_seconds(
          photos:
            own.map do |photo|
              {
                id: photo.id,
                at: photo.camera_at,
                fish_id: photo.placed_by == "hand" ? photo.encounter_id : nil
              }
            end,
          fish:
        )
      shift ? { camera.to_s => shift } : {}
    end

    def retimed(photos, seconds)
      photos
        .map { |photo| photo.retimed(seconds.fetch(photo.camera.to_s, 0)) }
        .sort_by
        .with_index { |photo, index| [photo.taken_at ? 0 : 1, photo.taken_at.to_f, index] }
    end

    # What a person or the Deck has placed stands; "no fish" by hand is out of the reckoning.
    #   numbers: { a tag's number => its fish }
    def place(store, photos, fish, numbers)
      stand, free = photos.partition(&:placed_for_good?)
      placed =
        Core::Photo::Placing.assign(
          photos:
            free.map do |photo|
              {
                id: photo.id, at: photo.taken_at, fish_id: nil,
                seen_fish_id:
                  Core::Tags::SeenNumber.whose(photo.seen_number, photo.seen_share, numbers)
              }
            end,
          fish:
        )
      free.each do |photo|
        placed[photo.id] => { fish_id:, sure: }
        store.photos.change(
          photo.id, taken_at: photo.taken_at, encounter_id: fish_id, sure: sure.round(4),
          placed_by: "time"
        )
      end
      stand.each { |photo| store.photos.change(photo.id, taken_at: photo.taken_at) }
    end
    private_class_method :move, :clock_by, :retimed, :place
  end
end
