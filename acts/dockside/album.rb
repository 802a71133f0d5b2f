# frozen_string_literal: true

module Acts
  # Where pictures are kept: their bytes by their hash, with a thumbnail, and a row that says what
  # each is; the size that is looked at is made in the background. Whoever sent one may drop their
  # own once the answer names its hash.
  #
  #   pictures: Devices::PictureWorkshop
  Album = Struct.new(:store, :files, :pictures, keyword_init: true) do
    # about: the columns that say whose it is: report_id:, or id:, encounter_id:, trip_id:,
    # member_id:, taken_at: ...;  sha256: of the bytes, where the caller has it already
    #
    # Returns { width_px:, height_px:, sha256: }. Raises Core::InvalidInput; nothing is stored then.
    def keep(bytes, sha256: Digest::SHA256.hexdigest(bytes), **about)
      picture = pictures.read(bytes)
      original_key = keep_original(bytes, sha256)
      thumb_key = files.put(picture.jpeg, "thumbs/#{sha256}.jpg")
      store.write do
        id = store.photos.add(
          sha256:, media_type: picture.media_type, bytes: bytes.bytesize,
          width_px: picture.width_px, height_px: picture.height_px, original_key:, thumb_key:,
          fixity: "intact", checked_at: Time.now, **about
        )
        SizeJob.enqueue(id)
        LookJob.enqueue(id)
      end
      { width_px: picture.width_px, height_px: picture.height_px, sha256: }
    end

    # A picture that came before: what lies on the disk is held against its hash again, and mended
    # by what came now. Raises Core::Conflict.
    def again(photo, bytes)
      sha256 = Digest::SHA256.hexdigest(bytes)
      if photo.sha256 != sha256
        raise Core::Conflict.at("id", :other_content, "Another photo has this id. Add it again.")
      end

      keep_original(bytes, sha256)
      photo.slice(:width_px, :height_px, :sha256)
    end

    private

    # A file that bears the name may be broken: it is read before it is trusted.
    def keep_original(bytes, sha256)
      key = "originals/#{sha256}"
      files.put(bytes, key) unless files.intact?(key, sha256)
      key
    end
  end
end
