# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/accessibility"
require_relative "../../bench/support/pictures/board_pictures"

class DocksideTest < BrowserCase
  include Accessibility

  START = Time.utc(2026, 6, 14, 17)

  def setup
    super
    @trip = Seeds.trip(db, @isolde, held_on: START.to_date)
    store = Store::Gateway.new(db)
    @fish =
      [["MS000001", 0, {}], ["MS000003", 1500, { length: nil }]].map do |number, after, changes|
        SecureRandom.uuid.tap do |id|
          Acts::RecordEncounter.call(
            Acts::Context.new(store:, member: @isolde, now: Time.now), id:, sent:
              Seeds.encounter(
                @trip,
                number:,
                start: START + after,
                bleeding: "none",
                outcome: "strong",
                **changes
              )
          )
        end
      end
    @pictures = Demo::Pictures.new(Random.new(9))
  end

  def drawn(length_mm, index)
    picture = @pictures.draw(length_mm:, camera_at: index)
    path = File.join(Dir.mktmpdir, "IMG_#{index.to_i}.jpg")
    File.binwrite(path, picture.jpeg)
    [path, picture]
  end

  def sizes = jobs(Acts::SizeJob)

  def jobs(*kinds)
    kinds.each do |kind|
      db[:que_jobs]
        .where(job_class: kind.name)
        .each { |job| kind.run(*JSON.parse(JSON.generate(job[:args]))) }
    end
  end

  def keys(*pressed)
    page.driver.browser.page.keyboard.then { |board| pressed.each { |key| board.type(key) } }
  end

  def test_the_bench_opens_with_our_board_and_the_fish_marked_and_takes_other_marks
    picture = Pictures::BoardPictures.new(9).picture
    path = File.join(Dir.mktmpdir, "board.jpg")
    File.binwrite(path, picture.jpeg)
    sign_in(to: "/dockside/#{@trip}")
    attach_file("Choose photos", path, make_visible: true)
    wait_until { db[:photos].count == 1 }
    jobs(Acts::SizeJob, Acts::LookJob)
    visit "/dockside/#{@trip}/bench/#{db[:photos].get(:id)}"
    assert_text "The board was found by"
    read_cm = find("[data-testid=straight]").text.to_f

    assert_in_delta picture.length_mm / 10, read_cm, 3
    assert_nil db[:photos].get(:measured_mm), "nothing is kept unasked"
    assert_accessible(".bench")
    click_button "Remove mark"
    assert_no_selector "[data-testid=straight]"
    click_button "Undo"
    assert_selector "[data-testid=straight]", text: read_cm.to_s
  end

  # Where a person touches, in pixels from the middle of the photo: round a fish.
  ROUND = [[-165, 0], [-35, -50], [120, -20], [165, 0], [120, 20], [-35, 50]].freeze
  def mark_round(section, mirrored: false)
    view = section.find("svg")
    ROUND.each { |x, y| view.click(x: mirrored ? -x : x, y:) }
    section.assert_text "All six places are marked"
  end

  def test_a_coordinator_lays_two_photos_over_each_other_and_reads_which_flanks_they_show
    sign_in(to: "/dockside/#{@trip}")
    attach_file("Choose photos", [drawn(412, START + 65)[0], drawn(500, START + 1565)[0]],
      make_visible: true)
    wait_until { db[:photos].count == 2 }
    sizes
    first, second = db[:photos].order(:name).select_map(:id)
    db[:photos].where(id: second).update(encounter_id: @fish[0], placed_by: "hand")
    # What is still asked for the tagger would bring the tagger's session back.
    page.driver.visit("about:blank")
    sign_in("hamish@marrow.example", to: "/finds/flanks/#{first}")
    fill_in "Tag number of the other fish", with: "MS000009"
    click_button "Show its photos"
    assert_text "No fish of ours is known to have carried MS000009"
    fill_in "Tag number of the other fish", with: "ms000001"
    click_button "Show its photos"
    here, there = all(".pair section", minimum: 2).to_a
    mark_round(here)
    mark_round(there, mirrored: true)

    assert_text "the left flank, the second the right one"
    assert_selector "canvas"
    assert_accessible(".page")
    visit "#{current_path}?beside=MS000001"
    assert_selector "canvas", wait: 10
  end

  # The whole evening: a gap, pictures with a wrong clock, a measured fish, a number that was passed
  # over, submit.
  def test_an_evening_from_half_filled_to_submitted
    first, = drawn(412, START + 65 - 2820)
    second, picture = drawn(500, START + 1565 - 2820)
    sign_in(to: "/dockside")
    click_link href: "/dockside/#{@trip}"
    assert_selector "[data-gap=length]"
    assert_accessible(".dockside")
    attach_file("Choose photos", [first, second, __FILE__], make_visible: true)
    assert_text "This file is not a JPEG"
    assert_text "2 added"
    sizes
    visit current_path
    within("[data-berth=none]") { assert_selector "[data-photo]", count: 2 }
    # The keys carry a picture from "of no fish" to the last fish, and its mate follows by the
    # clock.
    script("document.querySelectorAll('[data-berth=none] [data-photo]')[1].focus()")
    keys(:Up)
    @fish.each { |id| within("[data-berth='#{id}']") { assert_selector "[data-photo]", count: 1 } }
    assert_text "Its clock was 47 min slow"
    click_button "Undo last move"
    within("[data-berth=none]") { assert_selector "[data-photo]", minimum: 1 }
    script("[...document.querySelectorAll('[data-photo]')].at(-1).focus()")
    keys(:Up)
    within("[data-berth='#{@fish[1]}']") do
      find("[data-photo]").click
      click_link "Measure"
    end
    measure(picture)
    click_link "Back to the trip"
    assert_no_selector "[data-gap=length]"
    click_button "I have it"
    assert_text "The count is right."
    click_button "Submit this trip"
    assert_text "No open queries."
    assert_selector "header b", text: "submitted"

    assert_equal %w[submitted photo],
      [db[:trips].get(:state), db[:encounters].where(id: @fish[1]).get(:length_how)]
    assert_in_delta 500,
      db[:encounters].where(id: @fish[1]).get(:length_mm),
      4,
      "touches are whole pixels of the screen"
  end

  # Marks at the pixels where the drawing has them, by touches on the picture.
  def measure(picture)
    assert_selector "svg image"
    assert_accessible(".bench")
    (picture.corners + picture.fish).each do |x, y|
      time =
        script(
          "(() => { const svg = document.querySelector('.view svg'); const p = new " \
            "DOMPoint(#{x}, #{y}).matrixTransform(svg.getScreenCTM()); return [p.x, p.y] })()"
        )
      page.driver.browser.page.mouse.click(x: time[0], y: time[1])
      sleep 0.05
    end
    assert_selector "[data-testid=straight]", text: /\A(49\.[6-9]|50\.[0-4]) cm/
    # A mark is moved by keys, and the move undone is the move gone.
    script("document.querySelector('.view svg').focus()")
    keys(%i[Shift Left])
    keys(:Backspace)
    assert_no_selector "[data-testid=straight]"
    keys("u", "u")
    assert_selector "[data-testid=straight]", text: /\A(49\.[6-9]|50\.[0-4]) cm/
    click_button "Save as length"
    assert_text "This is the length of the fish now"
    show_to_everybody
  end

  # Painted over by a drag, shown, and taken back.
  def show_to_everybody
    find("summary", text: "Show this photo to everybody").click
    canvas = find(".canvas")
    scroll_to(canvas)
    box = script("(() => { const b = document.querySelector('.canvas').getBoundingClientRect(); " \
      "return [b.x, b.y] })()")
    mouse = page.driver.browser.page.mouse
    mouse.move(x: box[0] + 40, y: box[1] + 40).down
    mouse.move(x: box[0] + 120, y: box[1] + 40, steps: 8).up
    assert_selector ".canvas circle", minimum: 3
    choose "Nobody can be recognised in it"
    click_button "Show it"
    assert_text "Everybody can see it now"

    assert_operator db[:public_pictures].get(:cover).size, :>=, 3
    assert_accessible(".show-picture")
    click_button "Take it back"
    assert_text "Nobody else can see it any more"
  end

  # The first row names species and number more fully; the others follow it.
  def type_row(number)
    before = @strokes
    species, tag, length = number.zero? ? %w[seaba 6 40] : ["sea", "+", (400 + number).to_s]
    press(
      format("7%02d", number + 10),
      :Enter,
      species,
      :Enter,
      tag,
      :Enter,
      length,
      :Enter,
      "j",
      :Enter,
      :Enter,
      :Enter,
      "14",
      :Enter,
      :Enter,
      :Enter,
      :Enter
    )
    @strokes - before
  end

  def press(*pressed)
    pressed.each { |key| @strokes += key.is_a?(String) ? key.size : 1 }
    keys(*pressed)
  end

  def test_a_sheet_of_twelve_rows_with_the_keys_alone
    Seeds.pouch(db, @isolde, count: 20, first: 6)
    @strokes = 0
    sign_in(to: "/dockside/sheet")
    assert_selector "[data-cell='11 note']"
    assert_accessible(".sheet-page")
    script("document.querySelector('#held-on').focus()")
    keys("13/06/2026", :Enter)
    6.times { script("document.activeElement.tagName") == "SELECT" ? break : keys(:Tab) }
    keys("Cut", :Tab, :Tab, "13.5", :Enter)
    per_row = (0..11).map { |number| type_row(number) }

    assert_operator per_row.max, :<=, 25, per_row.inspect
    assert_text "12 saved"
    paper = db[:encounters].where(source: "paper")

    assert_equal [12, 411, "jaw_corner", 14.0],
      [
        paper.count,
        *paper.order(:caught_at).offset(11).get(%i[length_mm hook_place air_seconds])
      ]
    assert_equal 12, db[:taggings].where(encounter_id: paper.select(:id)).count
    # A slip is mended where it stands, as the row's next revision.
    find("[data-cell='0 length']").set("455")
    keys(:Down)
    wait_until { paper.order(:caught_at).get(:length_mm) == 455 }

    assert_equal 2, paper.order(:caught_at).get(:revision)
    click_button "Next sheet"
    assert_text "1 sheet before this one"
  end

  def test_what_was_typed_survives_a_reload_a_wrong_word_and_no_signal
    sign_in(to: "/dockside/sheet")
    find("[data-cell='0 time']").click
    keys("2510", :Enter, "zzz", :Enter, :Down)
    assert_text "“2510” is not a time. Type four digits"
    assert_text "No species here begins with “zzz”"
    find("[data-cell='0 species']").set("eur")
    keys(:Down)
    assert_text "“eur” fits European barracuda"
    find("[data-cell='0 species']").set("zzz")
    wait_until { kept_on_device.include?("zzz") }
    visit "/dockside/sheet"

    assert_equal "zzz", find("[data-cell='0 species']").value
    # Whatever time it is, this was today already.
    find("[data-cell='0 time']").set("0000")
    find("[data-cell='0 species']").set("cod")
    select "Cutter Ledge", from: "Spot"
    no_signal
    find("[data-cell='0 note']").click
    keys(:Enter)
    assert_text "1 to send. No signal: saved on this device"
    signal
    script("dispatchEvent(new Event('online'))")
    assert_text "1 saved"

    assert_equal "cod", db[:encounters].where(source: "paper").get(:species_code)
  end

  def test_how_did_i_do_says_nothing_from_two_fish_and_something_from_many
    sign_in(to: "/dockside/my-handling")
    assert_text "The figures start at 5 fish"
    store = Store::Gateway.new(db)
    Seeds.pouch(db, @isolde, count: 8, first: 20)
    8.times do |index|
      sent =
        Seeds.encounter(
          @trip,
          number: format("MS%06d", 20 + index),
          start: START + 3000 + (index * 600),
          handling: ["dry_surface"]
        )
      Acts::RecordEncounter.call(
        Acts::Context.new(store:, member: @isolde, now: Time.now), id: SecureRandom.uuid, sent:
      )
    end
    visit "/dockside/my-handling"
    assert_text "Wet everything that touches the fish: dry surface or cloth added 64 of your 64 " \
      "points, on 8 of 10 fish."
    assert_selector "canvas", count: 3
    assert_accessible(".page")
  end

  def test_the_phone_shows_the_same_evening_without_sideways_scrolling
    as_phone
    sign_in(to: "/dockside/#{@trip}")
    assert_selector "[data-gap=length]"
    find("[data-gap=length]").click
    find("[data-fill=length]").set("45.5")
    click_button "Save"
    assert_no_selector "[data-gap=length]"

    assert_equal 455, db[:encounters].where(id: @fish[1]).get(:length_mm)
    assert_operator script("document.documentElement.scrollWidth"), :<=, 390
  end
end
