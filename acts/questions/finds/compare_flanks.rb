# frozen_string_literal: true

module Acts
  # A picture beside those of a fish that it may show, for a coordinator who looks at scars and
  # spots where the tag is gone or cannot be read.
  module CompareFlanks
    module_function

    # The picture, and those of the fish that carries a number.
    #   number: as typed, nil for none
    # Returns { photo:, number: | nil, others: [photos as Hashes] }.
    # Raises Core::NotFound, Core::InvalidInput where no fish carries the number.
    def open(context, photo_id:, number: nil)
      store = context.store
      photo = OwnPhoto.fetch(store:, member: context.member, id: photo_id)
      fish = number && carrying(store, number)
      others = fish ? store.photos.of_fish(fish.fish_id) : []
      {
        photo: shown(photo), number: fish&.number,
        others: others.reject { |other| other[:photo].id == photo.id }
          .map { |other| { **shown(other[:photo]), **other.slice(:kind, :caught_on) } }
      }
    end

    # The second brought into the shape of the first, see Core::Photo::Flanks.
    def overlay(first:, second:) = Core::Photo::Flanks.of(first, second)

    def carrying(store, number)
      fish = store.fish.last_carrying(PrintedNumbers.of(store, [number])).values.first
      return fish if fish

      raise Core::InvalidInput.at(
        "number", :no_such_fish, Core::Text.of("finds.compare_flanks.no_such_fish", number:)
      )
    end

    def shown(photo) = photo.slice(:id, :shown_width_px, :shown_height_px)
    private_class_method :carrying, :shown
  end
end
