# frozen_string_literal: true

module Acts
  # Puts a picture's bytes away by their hash, makes the smaller copy that is shown, and writes down what it is.
  #
  #   about: the columns that say whose it is: report_id:, or id:, encounter_id:, trip_id:, member_id:, taken_at:
  #
  # Returns { width_px:, height_px: }. Raises Core::InvalidInput.
  module KeepPicture
    def self.call(store:, files:, bytes:, **about)
      picture = Formats::Picture.read(bytes)
      sha256 = Digest::SHA256.hexdigest(bytes)
      original_key = files.put(bytes, "originals/#{sha256}")
      shown_key = files.put(picture.shown_jpeg, "shown/#{sha256}.jpg")
      store.write do
        store.photos.add(sha256:, media_type: picture.media_type, bytes: bytes.bytesize, width_px: picture.width_px, height_px: picture.height_px,
                         original_key:, shown_key:, **about)
      end
      { width_px: picture.width_px, height_px: picture.height_px }
    end
  end
end
