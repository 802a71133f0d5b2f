# frozen_string_literal: true

module Acts
  # Makes the size of one picture that is looked at and measured in.
  class SizeJob < Que::Job
    class << self
      attr_accessor :store, :files
    end

    def run(photo_id)
      store, files = self.class.store, self.class.files
      photo = store.photos.find(photo_id)
      return if photo.nil? || photo[:shown_key]

      shown = Formats::Picture.shown(files.get(photo[:original_key]))
      key = files.put(shown[:jpeg], "shown/#{photo[:sha256]}.jpg")
      store.photos.change(photo_id, shown_key: key, shown_width_px: shown[:width_px], shown_height_px: shown[:height_px])
    rescue Core::InvalidInput => e
      store.photos.change(photo_id, trouble: e.message)
    end
  end
end
