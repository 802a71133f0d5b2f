# frozen_string_literal: true

# The other end of Devices::PictureWorkshop: opens one picture after another that comes through
# standard input, and knows nothing of the rest of the application.
ENV["BUNDLE_GEMFILE"] ||= File.expand_path("../../Gemfile", __dir__)
ENV["BUNDLE_PATH"] ||= File.expand_path("../../vendor/bundle", __dir__)
require "bundler/setup"
require "json"
# The rules' own errors and the texts are all that is needed of them.
module Core; end
%w[
  core/error core/invalid_input core/text config/texts core/photo/board core/photo/board_view
  core/photo/ruler formats/image_library formats/picture formats/shapes formats/long_shapes
  formats/tesseract formats/tag_strips formats/tag_writing formats/board_markers
  formats/fish_outline
  formats/board_picture formats/ruler_picture formats/ruler_numbers
].each { |file| require_relative "../../#{file}" }
Core::Text.catalogue = Texts.read

# The answer goes this way alone; whatever a library prints does not get into it.
answers = $stdout.dup.binmode
$stdout.reopen($stderr)
$stdin.binmode
answers.write("ready\n")
answers.flush
# Who started it is gone: nothing more comes.
while (line = $stdin.gets)
  asked = JSON.parse(line)
  bytes = $stdin.read(asked.fetch("bytes"))
  begin
    result = case asked["act"]
    when "read" then Formats::Picture.read(bytes)
    when "covered" then Formats::Picture.covered(bytes, asked["circles"])
    when "writing" then Formats::TagWriting.in_picture(bytes, characters: asked["characters"])
    when "board" then Formats::BoardPicture.in_picture(bytes)
    when "ruler" then Formats::RulerPicture.in_picture(bytes)
    else Formats::Picture.shown(bytes)
    end
    answers.write(
      "#{JSON.generate(**result.to_h.except(:jpeg), bytes: result.jpeg.bytesize)}\n",
      result.jpeg
    )
  rescue Core::InvalidInput => e
    answers.write("#{JSON.generate(code: e.code, message: e.message)}\n")
  end
  answers.flush
  GC.start
end
