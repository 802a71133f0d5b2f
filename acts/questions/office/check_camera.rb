# frozen_string_literal: true

module Acts
  # One photo of a tag or a fish whose number or length is known, read as all others are; the photo
  # is kept nowhere.
  module CheckCamera
    module_function

    # printed: the number on the tag
    # Returns { printed:, seen: | nil, is_sure: }. Raises Core::InvalidInput.
    def number(store:, pictures:, bytes:, printed:)
      offer = ReadTagPicture.call(store:, pictures:, bytes:)
      {
        printed: PrintedNumbers.of(store, [printed]).first,
        seen: offer&.text, is_sure: offer&.sure? || false
      }
    end

    # true_mm: snout to fork;  is_flat: whether it is a paper fish, and no higher than the board
    # Returns { true_mm:, measured_mm:, sd_mm: }, both nil where no fish was found on our board.
    # Raises Core::InvalidInput.
    def length(pictures:, bytes:, true_mm:, is_flat:)
      marks = pictures.board(bytes)
      measured = measured(pictures, bytes, marks, is_flat) if marks && marks[:fish].any?
      { true_mm:, measured_mm: measured&.straight_mm, sd_mm: measured&.sd_mm }
    end

    # numbers, lengths: of all photos, as above
    # Returns { sentences:, boards_cm: lengths of the boards that can be printed }.
    def summary(numbers:, lengths:)
      {
        sentences: Core::Photo::CameraCheck.of(numbers:, lengths:),
        boards_cm: Core::Photo::Board::SIZES.keys
      }
    end

    def measured(pictures, bytes, marks, is_flat)
      shown = pictures.shown(bytes)
      focal_35mm = Formats::Exif.read(bytes)[:focal_35mm]
      Core::Photo::Measuring.of(
        marks:, shown: { width_px: shown.width_px, height_px: shown.height_px, focal_35mm: },
        height_mm: is_flat ? Core::Photo::TestFish::HEIGHT_MM : nil
      )
    end
    private_class_method :measured
  end
end
