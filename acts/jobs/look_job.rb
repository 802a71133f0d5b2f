# frozen_string_literal: true

module Acts
  # Looks at one picture for the number of a tag, and for our board or a ruler, and keeps what it
  # sees beside it, to be offered. A picture in which nothing is seen stays as it is.
  class LookJob < StoredJob
    self.queue = "pictures"
    # Behind the sizes that people wait for.
    self.priority = 110

    def run(photo_id)
      photo = store.photos.find(photo_id) or return
      pictures = SizeJob.pictures
      bytes = files.get(photo.original_key)
      offer = ReadTagPicture.call(store:, pictures:, bytes:)
      store.photos.change(
        photo_id, seen_number: offer&.text, seen_share: offer&.share,
        seen_digits: offer&.digits&.to_h,
        proposed_marks: pictures.board(bytes) || pictures.ruler(bytes)
      )
      place(photo) if photo.trip_id && offer
    rescue Core::InvalidInput, Core::NotFound
      # SizeJob says what is the matter with it.
      nil
    end

    private

    # The evening's pictures find their fish anew, now that one says whose it is.
    def place(photo)
      member = store.members.find(photo.member_id)
      PlacePhotos.call(Context.new(store:, member:), trip_id: photo.trip_id)
    end
  end
end
