# frozen_string_literal: true

require_relative "../support/api_case"
require_relative "../../bench/support/pictures/tag_pictures"
require_relative "../../bench/support/pictures/board_pictures"
require_relative "../../bench/support/pictures/ruler_pictures"

# What is read out of pictures is offered, and never taken unasked.
class SeenPicturesTest < ApiCase
  def tag(number, grade: 1, seed: 20) = Pictures::TagPictures.new(seed).picture(grade, number:).jpeg

  def add_photo(trip, bytes)
    id = SecureRandom.uuid
    send_bytes("/api/trips/#{trip}/photos/#{id}?name=a.jpg&utc_offset_minutes=0", bytes)
    id
  end

  def kept_pictures = Dir[File.join(ApiCase.files.dir, "**", "*")]

  def look_at_pictures
    db[:que_jobs].where(job_class: "Acts::LookJob").select_map(:args).each do |arguments|
      Acts::LookJob.run(*JSON.parse(JSON.generate(arguments)))
    end
  end

  # The photo of an evening as Dockside shows it.
  def looked_at(bytes)
    sign_in
    trip = Seeds.trip(db, @isolde)
    add_photo(trip, bytes)
    look_at_pictures
    ask("/api/trips/#{trip}/dockside")["photos"].first
  end

  def log(trip, number, after)
    id = SecureRandom.uuid
    put_encounter(Seeds.encounter(trip, number:, start: Seeds::NOW - 7200 + after), id:)
    id
  end

  def test_a_finders_photo_is_read_without_an_account_and_nothing_of_it_is_kept
    before = kept_pictures
    read = send_bytes("/api/tag-picture", tag("MS002916"))["offer"]

    assert_equal "MS002916", read["text"]
    assert_includes 0.8..0.99, read["share"]
    assert_equal [0, before], [db[:photos].count, kept_pictures]
  end

  # One of them was never issued: the answer must not tell.
  def test_what_is_offered_does_not_depend_on_which_tags_there_are
    read = %w[MS000001 MS007961].map do |number|
      send_bytes("/api/tag-picture", tag(number))["offer"]
    end

    assert_equal(%w[MS000001 MS007961], read.map { |offer| offer["text"] })
    assert_in_delta(*read.map { |offer| offer["share"] }, 0.1)
  end

  def test_a_photo_without_a_tag_offers_nothing_and_no_photo_is_refused_in_words
    grey = Vips::Image.gaussnoise(400, 300, mean: 120, sigma: 20).cast(:uchar).jpegsave_buffer

    assert_nil send_bytes("/api/tag-picture", grey)["offer"]
    assert_equal "not_a_picture", send_bytes("/api/tag-picture", "no picture")["code"]
  end

  # Both were taken without a time; the number says whose the second is.
  def test_an_evenings_photo_finds_its_fish_by_the_number_that_is_read_in_it
    sign_in
    trip = Seeds.trip(db, @isolde)
    first, second = log(trip, "MS000001", 0), log(trip, "MS000002", 1800)
    id = add_photo(trip, tag("MS000002"))
    look_at_pictures
    photo = ask("/api/trips/#{trip}/dockside")["photos"].first

    assert_equal [id, "MS000002", second], photo.values_at("id", "seen_number", "encounter_id")
    refute_equal first, photo["encounter_id"]
  end

  def test_a_fish_on_our_board_has_its_marks_proposed_and_keeps_none_unasked
    picture = Pictures::BoardPictures.new(9).picture
    photo = looked_at(picture.jpeg)
    proposed = photo["proposed_marks"]
    measured = Core::Photo::Bench.by_corners(
      corners: proposed["corners"], fish: proposed["fish"],
      width_mm: proposed["board"]["width_mm"], height_mm: proposed["board"]["height_mm"],
      above:
        Core::Photo::Above.new(
          height_mm: picture.height_mm, focal_35mm: picture.focal_35mm, width_px: 1600,
          height_px: 1200
        )
    )

    assert_in_delta picture.length_mm, measured.straight_mm, 0.02 * picture.length_mm
    assert_equal [nil, nil], photo.values_at("marks", "measured_mm")
    assert_operator proposed["markers"], :>=, 8
  end

  # Two of its numbers are proposed as a scale; whether they are inches nobody claims to know.
  def test_a_ruler_beside_a_fish_has_two_of_its_numbers_proposed
    picture = Pictures::RulerPictures.new(6).picture
    seen = looked_at(picture.jpeg)["proposed_marks"]
    whole = Pictures::RulerPictures::WIDTH_PX / 1600.0
    ends = seen["scale"].map { |mark| mark.map { |value| value * whole } }
    truth_mm = (seen["labels"][1] - seen["labels"][0]) * picture.unit_mm

    assert_equal %w[labels scale], seen.keys.sort
    assert_in_delta truth_mm, picture.mm_between.call(*ends), 0.02 * truth_mm
  end

  def test_the_desk_sees_where_photo_and_finder_differ
    sent = put_report(Seeds.report, id: report = SecureRandom.uuid)
    key = sent.fetch("report_key")
    send_bytes("/api/reports/#{report}/photo", tag("MS000002"), "HTTP_X_REPORT_KEY" => key)
    look_at_pictures
    sign_in("hamish@marrow.example")
    photos = ask("/api/reports/#{report}/desk")["report"]["photos"]

    assert_equal([["MS000002", false]], photos.map do |seen|
      seen.values_at("seen_number", "agrees")
    end)
  end

  # Ten numbers may have been meant, of which two are on fish.
  def test_a_photo_tells_the_desk_which_fish_an_unread_number_is
    sign_in
    trip = Seeds.trip(db, @isolde)
    log(trip, "MS000001", 0)
    log(trip, "MS000002", 1800)
    sent = put_report(
      Seeds.report(number_as_read: "MS00000?", caught_on: Date.today.iso8601),
      id: report = SecureRandom.uuid
    )
    shares = lambda do
      sign_in("hamish@marrow.example")
      ask("/api/reports/#{report}/desk")["ranked"].to_h { |row| row.values_at("number", "share") }
    end
    before = shares.call
    send_bytes("/api/reports/#{report}/photo", tag("MS000002"),
      "HTTP_X_REPORT_KEY" => sent.fetch("report_key"))
    look_at_pictures
    after = shares.call

    assert_in_delta before["MS000001"], before["MS000002"], 0.01
    assert_equal "MS000002", after.max_by(&:last).first
    assert_operator after["MS000002"], :>, before["MS000002"]
    assert_operator after.fetch("MS000001", 0), :<, before["MS000001"]
  end

  # Its finder wrote 45.5 cm; both stand beside each other.
  def test_a_coordinator_measures_the_fish_in_a_finders_photo_and_the_finders_words_stay
    sent = put_report(Seeds.report(species_code: nil), id: report = SecureRandom.uuid)
    send_bytes("/api/reports/#{report}/photo", Pictures::BoardPictures.new(9).picture.jpeg,
      "HTTP_X_REPORT_KEY" => sent.fetch("report_key"))
    look_at_pictures
    db[:photos].update(shown_key: "x", shown_width_px: 1600, shown_height_px: 1200)
    photo, proposed =
      ask_desk(report)["photos"].first.then { |seen| seen.values_at("id", "proposed_marks") }
    marks = { scale: [], scale_mm: nil, **proposed.slice("board", "corners", "fish") }
    send_json(:post, "/api/photos/#{photo}/measure", { marks:, keep: "marks" })
    desk = ask_desk(report)

    assert_in_delta 636, desk["photos"].first["measured_mm"], 30
    assert_operator desk["photos"].first["margin_mm"], :>, 5
    assert_equal 455, desk["length_mm"]
  end

  def ask_desk(report)
    sign_in("hamish@marrow.example")
    ask("/api/reports/#{report}/desk")["report"]
  end

  # Papers are kept once they are made: one length must not answer for another.
  def test_each_length_of_board_is_its_own_paper
    pages = [60, 100, 60, 130].map do |length_cm|
      get("/api/boards/#{length_cm}/board.pdf")
      last_response.body[%r{/Count (\d+)}, 1].to_i
    end

    assert_equal [3, 4, 3, 5], pages
  end

  # As it comes out of the printer: on the page each marker is as large, and as far from the others,
  # as the bench believes.
  def test_the_printed_board_has_its_markers_where_core_says
    get("/api/boards/60/board.pdf")
    dots_per_mm = 150 / 25.4
    Dir.mktmpdir do |folder|
      File.binwrite("#{folder}/board.pdf", last_response.body)
      system("pdftoppm", "-r", "150", "-png", "#{folder}/board.pdf", "#{folder}/page",
        exception: true)
      pages = Dir["#{folder}/page*.png"].map { |path| Vips::Image.new_from_file(path) }
      seen = pages.map { |page| Formats::BoardMarkers.find(page.colourspace(:b_w)[0]).sort_by(&:id) }

      assert_equal [*0..11], seen.flatten.map(&:id).sort
      seen.each do |markers|
        from = markers.first
        markers.each do |marker|
          [from, marker].map { |each| Core::Photo::Board.corners_mm(each.id) } => [start, there]
          moved = marker.corners[2].zip(from.corners[0]).map do |here, first|
            (here - first) / dots_per_mm
          end

          there[2].zip(start[0], moved).each do |mm, start_mm, printed_mm|
            assert_in_delta mm - start_mm, printed_mm, 0.3
          end
        end
      end
    end
  end
end
