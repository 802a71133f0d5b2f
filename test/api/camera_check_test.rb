# frozen_string_literal: true

require "vips"
require_relative "../support/api_case"
require_relative "../../bench/support/pictures/tag_pictures"
require_relative "../../bench/support/pictures/board_pictures"

# A cooperative tries its own cameras.
class CameraCheckApiTest < ApiCase
  PATH = "/api/camera-check"

  # The board's first two pieces with the paper fish at the nose, as a printer and a flatbed would
  # have them, three pixels a millimetre.
  def paper_fish
    pieces = (0..1).map do |index|
      x = index * Core::Photo::Board::PIECE_MM
      "<g transform=\"translate(#{x})\">#{Formats::BoardDrawing.piece(index)}</g>"
    end
    fish = "<g transform=\"translate(0 50)\">#{Formats::FishPaper.outline}</g>"
    drawn = Formats::BoardDrawing.svg([*pieces, fish].join, 2 * Core::Photo::Board::PIECE_MM)
    flat = Vips::Image.svgload_buffer(drawn, dpi: 76.2).flatten(background: [255, 255, 255])
    flat.embed(60, 60, flat.width + 120, flat.height + 120, extend: :background,
      background: [120, 130, 125]).jpegsave_buffer(Q: 92)
  end

  def test_photos_of_known_things_are_read_counted_and_not_kept
    sign_in("hamish@marrow.example")
    tag = Pictures::TagPictures.new(20).picture(1, number: "MS002916").jpeg
    number = send_bytes("#{PATH}/number/picture?printed=ms2916", tag)
    fish = Pictures::BoardPictures.new(9).picture
    long = send_bytes("#{PATH}/length/picture?true_mm=#{fish.length_mm.round}", fish.jpeg)
    lost = send_bytes("#{PATH}/length/picture?true_mm=400", tag)

    assert_equal({ "printed" => "MS002916", "seen" => "MS002916", "is_sure" => true }, number)
    assert_in_delta fish.length_mm, long["measured_mm"], 0.04 * fish.length_mm
    assert_equal [400, nil, nil], lost.values_at("true_mm", "measured_mm", "sd_mm")
    words = send_json(:post, PATH, { numbers: [number], lengths: [long, lost] })["sentences"]

    assert_includes words.join(" "), "Tags read whole and right: 1 of 1,"
    assert_includes words.join(" "), "no fish on our board was found: 1 of 2."
    assert_equal 0, db[:photos].count
  end

  def test_the_paper_fish_measures_what_it_says
    sign_in("hamish@marrow.example")
    truth = Core::Photo::TestFish::FORK_MM
    seen = send_bytes("#{PATH}/length/picture?true_mm=#{truth}&is_flat=true", paper_fish)

    assert_in_delta truth, seen["measured_mm"], 0.01 * truth
    get("/api/boards/fish.pdf")

    assert_equal "%PDF", last_response.body[0, 4]
  end

  def test_it_is_for_coordinators
    sign_in

    assert_equal "coordinators_only", send_json(:post, PATH, { numbers: [], lengths: [] })["code"]
  end
end
