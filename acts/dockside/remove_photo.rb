# frozen_string_literal: true

module Acts
  # Takes a picture away; its files go for good a day later (SweepFiles), when no other record shows
  # the same ones.
  module RemovePhoto
    def self.call(context, photo_id:)
      OwnPhoto.fetch(store: context.store, member: context.member, id: photo_id)
      context.store.write do
        gone = context.store.photos.remove(photo_id)
        context.store.photos.discard(
          [gone.original_key, gone.shown_key, gone.thumb_key].compact,
          sha256: gone.sha256
        )
      end
    end
  end
end
