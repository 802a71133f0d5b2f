# frozen_string_literal: true

module Acts
  # Reads the number of a tag out of a picture, to be offered; the picture is kept nowhere.
  #
  #   pictures: Devices::PictureWorkshop;  bytes: of the picture
  # Returns Core::Tags::SeenNumber::Offer or nil. Raises Core::InvalidInput.
  module ReadTagPicture
    def self.call(store:, pictures:, bytes:)
      series = store.custody.series.values
      characters = [*series.map(&:prefix).join.chars.uniq, *"0".."9"].join
      lines = pictures.writing(bytes, characters:)
      Core::Tags::SeenNumber.new(lines, series:).offer
    end
  end
end
