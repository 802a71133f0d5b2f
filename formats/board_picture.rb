# frozen_string_literal: true

module Formats
  # A picture of a fish on our board: where the board's corners are, and where snout, fork and tail,
  # as marks for the bench. Work for the picture process.
  module BoardPicture
    # marks: as Core::Photo::BoardView#marks has them, nil where no board of ours is seen
    Seen = Struct.new(:marks, :jpeg, keyword_init: true)

    module_function

    # In pixels of the size that is shown. Raises Core::InvalidInput as Picture does.
    def in_picture(bytes)
      image = Picture.upright(bytes, Picture::SHOWN_PX)
      markers = BoardMarkers.find(image.colourspace(:b_w)[0]).map(&:to_h)
      view = Core::Photo::BoardView.of(markers)
      Seen.new(marks: view&.marks(FishOutline.call(image, view)), jpeg: "")
    end
  end
end
