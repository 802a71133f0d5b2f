# frozen_string_literal: true

module Acts
  # Makes the size of one picture that is looked at and measured in.
  class SizeJob < StoredJob
    class << self
      attr_accessor :pictures
    end
    self.queue = "pictures"

    def run(photo_id)
      pictures = self.class.pictures
      photo = store.photos.find(photo_id)
      return if photo.nil? || photo.sized?

      shown = pictures.shown(files.get(photo.original_key))
      key = files.put(shown.jpeg, "shown/#{photo.sha256}.jpg")
      store.photos.change(
        photo_id, shown_key: key, shown_width_px: shown.width_px, shown_height_px: shown.height_px
      )
    rescue Core::InvalidInput, Core::NotFound => e
      store.photos.change(photo_id, trouble: e.message)
    end
  end
end
