# frozen_string_literal: true

module Acts
  # Adds a picture of a fish in hand. The bytes are kept as they came; what is shown is a smaller
  # copy without its place.
  #
  #   id:       String, UUID from the phone: sending twice keeps one
  #   taken_at: Time when the phone took it, or nil
  #
  # Returns { width_px:, height_px:, sha256: of what is kept }. Raises Core::InvalidInput, NotFound,
  # Conflict.
  module AddEncounterPhoto
    module_function

    def call(context, files:, pictures:, encounter_id:, id:, bytes:, taken_at:)
      encounter = context.store.encounters.find(encounter_id)
      unless encounter && encounter[:member_id] == context.member[:id]
        raise Core::NotFound.new(
          :no_such_encounter,
          "There is no such fish of yours. Send the record first."
        )
      end

      before = context.store.photos.find(id)
      if before && before[:member_id] == context.member[:id]
        return KeepPicture.again(files:, photo: before, bytes:)
      end
      if before
        raise Core::Conflict.at("id", :already_there, "Another photo has this id. Add it again.")
      end

      KeepPicture.call(
        store: context.store, files:, pictures:, bytes:, id:, encounter_id:,
        trip_id: encounter[:trip_id],
        member_id: context.member[:id],
        taken_at:,
        focal_35mm: Formats::Exif.read(bytes)[:focal_35mm]
      )
    end
  end
end
