# frozen_string_literal: true

module Acts
  # Adds a picture of a fish in hand. The bytes are kept as they came; what is shown is a smaller
  # copy without its place.
  #
  #   sent: { id: UUID from the phone: sending twice keeps one, taken_at: Time when the phone took
  #         it, or nil }
  #
  # Returns { width_px:, height_px:, sha256: of what is kept }. Raises Core::InvalidInput, NotFound,
  # Conflict.
  module AddEncounterPhoto
    module_function

    def call(context, album:, encounter_id:, sent:, bytes:)
      encounter = context.store.encounters.find(encounter_id)
      unless encounter&.of?(context.member)
        raise Core::NotFound.new(
          :no_such_encounter,
          "This fish is not one of yours. Send the record first."
        )
      end

      before = context.store.photos.find(sent[:id])
      return again(context, album, before, bytes) if before

      album.keep(
        bytes, **sent, encounter_id:, trip_id: encounter.trip_id,
        member_id: context.member.id, focal_35mm: Formats::Exif.read(bytes)[:focal_35mm]
      )
    end

    def again(context, album, photo, bytes)
      return album.again(photo, bytes) if photo.of?(context.member)

      raise Core::Conflict.at("id", :already_there, "Another photo has this id. Add it again.")
    end
    private_class_method :again
  end
end
