# frozen_string_literal: true

require "open3"
require "tmpdir"

module Formats
  # Reads the writing on the tags in a picture by Debian's tesseract: work for the picture
  # process, whose limits it inherits.
  module TagWriting
    # Each line is taken as it is; nothing is looked for in it.
    RAW_LINE = "13"
    # A tenth of it is usual.
    MOST_SECONDS = "6"
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

      Dir.mktmpdir do |folder|
        names = strips.each_with_index.map do |strip, index|
          "#{folder}/#{index}.png".tap { |name| strip.pngsave(name, compression: 1) }
        end
        File.write("#{folder}/list.txt", names.join("\n"))
        page_text(folder, characters).split("class='ocr_page'").drop(1).map { |page| line(page) }
      end
    end

    def page_text(folder, characters)
      Open3.capture2(
        { "OMP_THREAD_LIMIT" => "1" }, "timeout", MOST_SECONDS, "tesseract", "#{folder}/list.txt",
        "-", "--psm", RAW_LINE, "-c", "tessedit_char_whitelist=#{characters}",
        "-c", "lstm_choice_mode=2", "hocr", err: File::NULL
      ).first
    end

    # Each character's first choice.
    def line(page)
      page.split("id='lstm_choices_").drop(1).filter_map do |choices|
        sure, character = choices.match(CHARACTER)&.captures
        character && [character, sure.to_f / 100]
      end
    end
    private_class_method :page_text, :line
  end
end
