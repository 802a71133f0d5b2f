# frozen_string_literal: true

module Acts
  # Puts a picture's bytes away by their hash, with a thumbnail, and writes down what it is; the size that is looked at is made in the background.
  #
  #   about: the columns that say whose it is: report_id:, or id:, encounter_id:, trip_id:, member_id:, taken_at: ...
  #
  #   sha256: of the bytes, where the caller has it already
  #
  # Returns { width_px:, height_px: }. Raises Core::InvalidInput; nothing is stored then.
  module KeepPicture
    def self.call(store:, files:, bytes:, sha256: Digest::SHA256.hexdigest(bytes), **about)
      picture = Formats::Picture.read(bytes)
      original_key = files.put(bytes, "originals/#{sha256}")
      thumb_key = files.put(picture.thumb[:jpeg], "thumbs/#{sha256}.jpg")
      store.write do
        id = store.photos.add(sha256:, media_type: picture.media_type, bytes: bytes.bytesize, width_px: picture.width_px, height_px: picture.height_px,
                              original_key:, thumb_key:, **about)
        SizeJob.enqueue(id)
      end
      { width_px: picture.width_px, height_px: picture.height_px }
    end
  end
end
