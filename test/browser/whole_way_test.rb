# frozen_string_literal: true

require_relative "../support/browser_case"

# One fish, from the Deck to the finder to the coordinator, at desk size and by keyboard where the
# Deck offers it.
class WholeWayTest < BrowserCase
  DAYS = 402

  def test_from_fish_to_story
    tagged_on_the_deck
    # The fish was at liberty for a while.
    db[:encounters].update(
      caught_on: Sequel.lit("caught_on - #{DAYS}"),
      caught_at: Sequel.lit("caught_at - interval '#{DAYS} days'")
    )
    sign_out
    story_path = reported_by_a_finder
    certificate(story_path)
    seen_by_the_coordinator(story_path)
  end

  private

  def tagged_on_the_deck
    sign_in
    select "Cutter Ledge", from: "Spot"
    choose "boat"
    fill_in "Water temperature, °C", with: "13.5\t"
    click_button "Start trip"
    assert_button "Fish on"
    select "European seabass", from: "Species"
    4.times { find("body").send_keys(:space) }

    assert_selector "[data-testid=next]", text: "Release"
    find("[data-place=jaw_corner]").click
    find("body").send_keys("t")
    assert_selector "[data-testid=tag-said]"
    find("body").send_keys("4", "1", "2", :space)

    # Nothing waits before the fish is let go, either.
    wait_until { db[:encounters].any? }
    assert_selector ".queue", text: "all sent"
    assert_equal [412, "FL", "jaw_corner", "tagged"],
      db[:encounters].get(%i[length_mm length_kind hook_place kind])
    assert_equal %w[fish_on in_net lifted back_in_water tag_in let_go],
      db[:stages].order(:position).select_map(:act)
    assert_equal "MS000001", db[:taggings].get(:tag_number)
  end

  def reported_by_a_finder
    visit "/report"
    fill_in "Number on the tag", with: "ms 000001"
    select "European seabass", from: "Species"
    fill_in "Length", with: "45,5"
    choose "tape"
    fill_in "Place in words", with: "Far Sound\t"

    assert_text "Marked at 48.930, -20.880"
    attach_file "Photo", picture
    fill_in "The number once more, from the photo", with: "MS000001"
    click_button "Send and read its story"
    assert_text "Thank you. This is the fish’s story so far."
    assert_selector "[data-testid=days]", exact_text: DAYS.to_s
    assert_selector "[data-testid=distance]", exact_text: "about #{(flat_km / 5).round * 5} km"
    assert_selector "[data-testid=growth]", exact_text: "+43 mm"
    assert_text "It grew 43 mm (± 13 mm). That is " \
      "#{(43 * 365.25 / DAYS).round} mm a year (± 12 mm)."
    assert_selector ".map .cell", count: 2
    assert_no_text "Cutter Ledge,"
    assert_equal 1, db[:photos].count
    URI(current_url).path
  end

  # Plane trigonometry on so short a way, and nothing of the code under test.
  def flat_km
    ledge, sound = [48.735, -21.065], [48.93, -20.88]
    Math.hypot(
      (sound[0] - ledge[0]) * 111.2,
      (sound[1] - ledge[1]) * 111.32 * Math.cos(48.83 * Math::PI / 180)
    )
  end

  def certificate(story_path)
    pdf =
      Net::HTTP.get(
        URI("#{page.server_url}/api/stories/#{story_path.split('/').last}/certificate.pdf")
      )
    text = PdfText.of(pdf)
    [
      "European seabass", "MS000001", "402", "about 25 km", "It grew 43 mm (± 13 mm).",
      "412 mm fork length (board)"
    ].each { |words| assert_includes text, words }
    refute_includes text, "Cutter Ledge"
  end

  def seen_by_the_coordinator(story_path)
    sign_in("hamish@marrow.example", to: "/finds")
    within("tbody tr") do
      assert_text "European seabass"
      assert_text DAYS.to_s
      find(".streamer").click
    end
    assert_selector "[data-testid=distance]",
      text: /\A#{flat_km.round(0)}\.\d km\z|\A#{flat_km.floor}\.\d km\z/
    assert_current_path story_path
    assert_text "Cutter Ledge"
  end

  def picture
    require "vips"
    File
      .join(Dir.mktmpdir, "fish.jpg")
      .tap { |path| Vips::Image.black(320, 200, bands: 3).jpegsave(path) }
  end
end
