# frozen_string_literal: true

module Acts
  # Adds one picture of an evening's many to a trip. Bytes are kept as they came; time, camera and
  # place are read from them.
  #
  #   id:   String, UUID from the browser;  name: the file's name, shown and never used as a path
  #
  # Returns { answer: "stored" | "known", width_px:, height_px:, sha256: }. Raises
  # Core::InvalidInput, NotFound, Conflict.
  module AddTripPhoto
    module_function

    def call(context, files:, pictures:, trip_id:, id:, name:, utc_offset_minutes:, bytes:)
      trip = OwnTrip.fetch(store: context.store, member: context.member, id: trip_id)
      sha256 = Digest::SHA256.hexdigest(bytes)
      same = context.store.photos.same_on_trip(trip_id, sha256)
      if same
        return (
          {
            answer: "known",
            **KeepPicture.again(files:, photo: context.store.photos.find(same), bytes:)
          }
        )
      end

      exif = Formats::Exif.read(bytes)
      camera_at = exif[:camera_at] && (exif[:camera_at] - (utc_offset_minutes * 60))
      kept =
        KeepPicture.call(
          store: context.store, files:, pictures:, bytes:, sha256:, id:, trip_id:,
          member_id: trip[:member_id],
          name: plain(name),
          **exif.slice(:camera, :focal_35mm, :lat_deg, :lon_deg),
          camera_at:,
          taken_at: camera_at && (camera_at + seconds_off(context.store, trip_id, exif))
        )
      { answer: "stored", **kept }
    end

    # By how much this trip's pictures of that camera were put right before.
    def seconds_off(store, trip_id, exif)
      store.trips.camera_seconds(trip_id).fetch(exif[:camera].to_s, 0)
    end

    # What a file system would take for a path is only a name here.
    def plain(name) = name.to_s.split(%r{[/\\]}).last.to_s.gsub(/[[:cntrl:]]/, "")[0, 200]
    private_class_method :plain, :seconds_off
  end
end
