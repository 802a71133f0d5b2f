# frozen_string_literal: true

module Acts
  # Takes a picture away; its files go for good a day later (SweepFiles), when no other record shows
  # the same ones.
  module RemovePhoto
    def self.call(store:, member:, photo_id:)
      OwnPhoto.fetch(store:, member:, id: photo_id)
      store.write do
        gone = store.photos.remove(photo_id)
        store.photos.discard(
          gone.values_at(:original_key, :shown_key, :thumb_key).compact,
          sha256: gone[:sha256]
        )
      end
    end
  end
end
