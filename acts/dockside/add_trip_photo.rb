# frozen_string_literal: true

module Acts
  # Adds one picture of an evening's many to a trip. Bytes are kept as they came; time, camera and
  # place are read from them.
  #
  #   sent: { id: UUID from the browser, name: the file's, shown and never used as a path,
  #         utc_offset_minutes: }
  #
  # Returns { answer: "stored" | "known", width_px:, height_px:, sha256: }. Raises
  # Core::InvalidInput, NotFound, Conflict.
  module AddTripPhoto
    module_function

    def call(context, album:, trip_id:, sent:, bytes:)
      trip = OwnTrip.fetch(store: context.store, member: context.member, id: trip_id)
      sha256 = Digest::SHA256.hexdigest(bytes)
      same = context.store.photos.same_on_trip(trip_id, sha256)
      return { answer: "known", **album.again(context.store.photos.find(same), bytes) } if same

      exif = Formats::Exif.read(bytes)
      camera_at = exif[:camera_at] && (exif[:camera_at] - (sent[:utc_offset_minutes] * 60))
      kept = album.keep(
        bytes, sha256:, id: sent[:id], trip_id:, member_id: trip.member_id,
        name: plain(sent[:name]),
        **exif.slice(:camera, :focal_35mm, :lat_deg, :lon_deg), camera_at:,
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
