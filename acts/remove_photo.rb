# frozen_string_literal: true

module Acts
  # Takes a picture away for good; its bytes go when no other record shows the same ones.
  module RemovePhoto
    def self.call(store:, files:, member:, photo_id:)
      OwnPhoto.fetch(store:, member:, id: photo_id)
      gone = store.write { store.photos.remove(photo_id) }
      gone.values_at(:original_key, :shown_key, :thumb_key).compact.each { |key| files.remove(key) } unless store.photos.any_with?(gone[:sha256])
    end
  end
end
