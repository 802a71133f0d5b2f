# frozen_string_literal: true

module Acts
  # A picture that somebody may look at and work with: of their own trips; a coordinator reaches
  # every one.
  module OwnPhoto
    # Raises Core::NotFound :no_such_photo.
    def self.fetch(store:, member:, id:)
      photo = store.photos.find(id)
      return photo if photo && (photo.of?(member) || member.coordinator?)

      raise Core::NotFound.new(:no_such_photo, "This photo is not one of yours.")
    end
  end
end
