# frozen_string_literal: true

module Formats
  # Reads the writing on the tags in a picture by Debian's tesseract: work for the picture
  # process, whose limits it inherits.
  module TagWriting
    # Each line is taken as it is; nothing is looked for in it.
    RAW_LINE = "13"
    # A tenth of it is usual.
    MOST_SECONDS = 6
    CHARACTER = /x_confs ([\d.]+)'>([^<\s])/
    # Enough to read the smallest number that a camera shows.
    LOOKED_AT_PX = 1600

    # lines: [[[character, 0..1], ...], ...], a line for each look
    Read = Struct.new(:lines, :jpeg, keyword_init: true)

    module_function

    # characters: which there may be. Raises Core::InvalidInput as Picture does.
    def in_picture(bytes, characters:)
      strips = TagStrips.call(Picture.upright(bytes, LOOKED_AT_PX))
      Read.new(lines: lines(strips, characters:), jpeg: "")
    end

    # strips: [Vips::Image]
    def lines(strips, characters:)
      return [] if strips.empty?

      pages = Tesseract.pages(
        strips, "-c", "lstm_choice_mode=2", "hocr",
        mode: RAW_LINE, characters:, most_seconds: MOST_SECONDS
      )
      pages.split("class='ocr_page'").drop(1).map { |page| line(page) }
    end

    # Each character's first choice.
    def line(page)
      page.split("id='lstm_choices_").drop(1).filter_map do |choices|
        sure, character = choices.match(CHARACTER)&.captures
        character && [character, sure.to_f / 100]
      end
    end
    private_class_method :line
  end
end
