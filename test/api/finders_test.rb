# frozen_string_literal: true

require_relative "../support/api_case"

# Finders as they are: with a number and little else, with a tag and no fish, with a telephone; and
# what they are told.
class FindersTest < ApiCase
  BARE = {
    species_code: nil, length: nil, place: nil, place_words: nil, finder_name: nil,
    finder_contact: nil
  }.freeze

  def setup
    super
    @trip = Seeds.trip(db, @isolde)
    tag("MS000001")
    (2..5).each { |serial| tag("MS00000#{serial}", species_code: "cod", length: nil) }
  end

  def tag(number, start: Seeds::NOW - (86_400 * 30), **more)
    sent = Seeds.encounter(@trip, number:, start: start - (number[-1].to_i * 3600), **more)
    Acts::RecordEncounter.call(
      Acts::Context.new(store:, member: @isolde, now: Seeds::NOW), id: SecureRandom.uuid, sent:
    )
  end

  def tell(**more) = put_report(Seeds.report(**BARE, **more), id: @id = SecureRandom.uuid)

  def test_a_right_number_is_its_story_at_once_whatever_is_known_of_the_day
    days = [
      {},
      { caught_on: nil },
      { caught_on: Seeds::NOW.to_date + 140, caught_from: Seeds::NOW.to_date + 110 }
    ]
    ["MS000001", "ms-oooool", "000001", "No. 1"].product(days)
      .each_with_index do |(number, day), index|
        next if index.odd?

        answer = tell(number_as_read: number, **day)

        assert_equal ["matched", true],
          [answer["state"], !answer["story_key"].nil?],
          "#{number} #{day}: #{answer}"
        forget_match
      end
  end

  def test_what_waits_says_why_and_what_would_help_and_grows_into_a_story_at_the_same_link
    reply = tell(number_as_read: "MS00000?")

    assert_equal "waiting", reply["state"]
    assert_match(/part of the number is missing/i, reply["sentence"])
    assert_match(/photo/i, reply["helps"])
    key = { "HTTP_X_REPORT_KEY" => reply["report_key"] }
    amended =
      send_json(
        :put,
        "/api/reports/#{@id}/amend",
        { revision: 1, report: as_json(Seeds.report(**BARE, number_as_read: "MS000001")) },
        key
      )

    assert_equal ["matched", nil], amended.values_at("state", "helps")
    get("/api/reports/#{@id}", {}, key)

    assert_equal amended["story_key"], answer["story_key"]
  end

  # Somebody who moves the place again and again is not correcting a slip.
  def test_a_report_is_amended_a_number_of_times_and_no_more
    key = { "HTTP_X_REPORT_KEY" => tell(number_as_read: "MS000001")["report_key"] }
    most = Acts::AmendReport::MOST_REVISIONS
    statuses = (1..most).map do |revision|
      place = { lat_deg: 48.6 + (revision / 100.0), lon_deg: -21.0 }
      sent = { revision:,
               report: as_json(Seeds.report(**BARE, number_as_read: "MS000001", place:)) }
      send_json(:put, "/api/reports/#{@id}/amend", sent, key)
      last_response.status
    end

    assert_equal [*([200] * (most - 1)), 409], statuses
    assert_equal "too_many_changes", answer["code"]
  end

  # A place within its cell goes on; another cell waits for a coordinator, and the story with it.
  def test_a_place_that_moves_after_the_story_was_told_waits_for_a_coordinator
    reply = tell(number_as_read: "MS000001", place: { lat_deg: 48.60, lon_deg: -21.0 })
    key = { "HTTP_X_REPORT_KEY" => reply["report_key"] }
    moved_to = lambda do |revision, lat_deg|
      place = { lat_deg:, lon_deg: -21.0 }
      sent = as_json(Seeds.report(**BARE, number_as_read: "MS000001", place:))
      send_json(:put, "/api/reports/#{@id}/amend", { revision:, report: sent }, key)
      answer["state"]
    end

    assert_equal "matched", reply["state"]
    assert_equal "matched", moved_to[1, 48.605]
    assert_equal "waiting", moved_to[2, 48.70]
    assert_equal 1, ask("/api/stories/#{reply['story_key']}")["catches"].size
    assert_match(/place was changed/, Core::Recaptures::Waiting.of("place_moved").desk)
  end

  def test_a_day_that_nobody_knows_is_told_so_in_the_story
    key = tell(number_as_read: "MS000001", caught_on: nil)["story_key"]
    caught = ask("/api/stories/#{key}")["catches"].last

    assert_equal ["unknown", Date.today.iso8601], caught.values_at("day_said", "caught_on")
    assert ask("/api/stories/#{key}")["whole"]["days_at_most"]
    assert_equal 0, db[:spans].count, "nothing is learned of days from it"
    get("/api/stories/#{key}/certificate.pdf?units=imperial")

    assert_match(/a day that is not known/, PdfText.of(last_response.body))
  end

  # Each time, on Mondays at eight there, or never; the address under a letter ends them unasked.
  def test_a_member_chooses_how_often_a_fish_is_heard_of
    letters = lambda do
      run_jobs
      db[:letters].where(kind: "recapture_to_tagger").order(:id).all
    end
    tell(number_as_read: "MS000001", caught_on: Seeds::NOW.to_date + 120)
    stop = letters[].first[:body][%r{/letters/stop/(\S+)}, 1]
    sign_in
    send_json(:put, "/api/me/hearing", hears: "monday")
    tell(number_as_read: "MS000001", caught_on: Seeds::NOW.to_date + 150)
    waiting = letters[].last[:leaves_at].getlocal("+00:00")

    assert_equal [1, 8], [waiting.wday, waiting.hour]
    assert_operator waiting, :<=, Time.now + (8 * 86_400)
    clear_cookies

    assert_equal({ "hears" => "monday" }, ask("/api/letters/stop/#{stop}"), "names nobody")
    assert_equal "monday", ask("/api/letters/stop/#{stop}")["hears"], "looking stops nothing"
    send_json(:put, "/api/letters/stop/#{stop}", stops: true)

    assert_equal "never", answer["hears"]
    tell(number_as_read: "MS000001", caught_on: Seeds::NOW.to_date + 170)

    assert_equal 2, letters[].size
    get("/api/letters/stop/#{SecureRandom.uuid}")

    assert_equal 404, last_response.status
    refute_includes db[:row_changes].all.inspect, stop
  end

  def test_a_tag_without_its_fish_belongs_to_it_also_when_that_was_kept
    tell(number_as_read: "MS000001", fate: "kept")
    answer =
      tell(
        number_as_read: "MS000001",
        found_how: "tag_alone",
        tag_left: "with_finder",
        caught_on: Seeds::NOW.to_date + 160
      )

    assert_equal "matched", answer["state"]
    catches = ask("/api/stories/#{answer['story_key']}")["catches"]

    run_jobs
    words = db[:letters].where(kind: "recapture_to_tagger").order(:id).select_map(:body)

    assert_match(/was recaptured on .*It was kept\./m, words.first)
    assert_match(/has lost its tag, which was found on/, words.last)
    refute_match(/let go/, words.last)
    assert_equal(
      [%w[caught kept], %w[tag_alone unknown]],
      catches.last(2).map { |catch| catch.values_at("found_how", "fate") }
    )
  end

  # A tag that was replaced: a catch from before comes in late.
  def test_a_late_report_of_a_tag_that_came_off_since_finds_its_fish
    again =
      Seeds.encounter(
        @trip,
        kind: "recaptured",
        start: Seeds::NOW - 7200,
        tag_numbers: ["MS000001"],
        new_tag_numbers: ["MS000006"],
        tag_act: "replaced"
      )
    Seeds.pouch(db, @isolde, count: 1, first: 6)
    Acts::RecordEncounter.call(
      Acts::Context.new(store:, member: @isolde, now: Seeds::NOW),
      id: SecureRandom.uuid,
      sent: again
    )

    assert_equal "matched",
      tell(number_as_read: "MS000001", caught_on: Seeds::NOW.to_date - 10)["state"]
    after = tell(number_as_read: "MS000001", caught_on: Seeds::NOW.to_date + 30)

    assert_equal "waiting", after["state"]
    assert_match(/had been removed/, after["sentence"])
  end

  def test_a_tag_that_its_finder_kept_is_in_no_fish_any_more
    tell(number_as_read: "MS000001", tag_left: "with_finder")
    tagging = -> { db[:taggings].where(tag_number: "MS000001").get(%i[ended_at ended_report_id]) }

    assert_equal @id, tagging.call.last
    tell(number_as_read: "MS000001", caught_on: Seeds::NOW.to_date + 150)

    assert_equal "came_off", db[:reports].where(id: @id).get(:waiting_reason)
    sign_in("hamish@marrow.example")
    first = db[:matches].where(undone_at: nil).get(:report_id)
    send_json(
      :post,
      "/api/reports/#{first}/decision",
      { verdict: "undone", reason: "Another tag.", seen: 0 }
    )

    assert_equal [nil, nil], tagging.call
  end

  def test_a_finder_with_a_telephone_is_on_the_list_of_calls
    tell(number_as_read: "MS000001", finder_name: "Corentin Ash", finder_phone: "+44 1632 960 001")
    run_jobs
    sign_in("hamish@marrow.example")
    call = ask("/api/calls")["calls"].first

    assert_equal ["+44 1632 960 001", "thanks_to_finder", "Corentin Ash"],
      call.values_at("phone", "kind", "finder_name")
    assert_match(/Thank you for reporting tag MS000001/, call["words"])
    assert_empty send_json(:post, "/api/calls/#{call['id']}")["calls"]
    send_json(:post, "/api/calls/#{call['id']}")

    assert_equal 409, last_response.status
    tell(number_as_read: "MS000002", finder_phone: "12")

    assert_equal [422, ["finder_phone"]], [last_response.status, answer["fields"].keys]
  end

  def test_who_is_forgotten_is_rung_no_more_and_stands_in_no_log
    answer = tell(number_as_read: "MS000001", finder_phone: "01632 960 002")
    send_json(:put, "/api/reports/#{@id}/forget", {}, "HTTP_X_REPORT_KEY" => answer["report_key"])
    sign_in("hamish@marrow.example")

    assert_empty ask("/api/calls")["calls"]
    everything = %i[reports calls row_changes].map { |table| db[table].all.to_s }.join

    refute_includes everything, "960 002"
  end

  def test_nobody_is_written_to_about_a_match_that_ended_before_its_letters
    tell(number_as_read: "MS000001", finder_contact: "edda@finders.example")
    sign_in("hamish@marrow.example")
    decide("undone", seen: 0)
    run_jobs

    assert_equal [0, 0], [db[:letters].count, db[:spans].count]
  end

  def test_letters_of_a_decision_wait_and_are_called_back_with_it
    tell(
      number_as_read: "MS00000?",
      species_code: "seabass",
      finder_contact: "edda@finders.example"
    )
    sign_in("hamish@marrow.example")
    decide("accepted", tag_number: "MS000001")
    answer = ask("/api/reports/#{@id}/desk")

    assert_equal %w[recapture_to_tagger thanks_to_finder],
      answer["letters"].map { |letter| letter["kind"] }.sort
    assert_in_delta Time.now + 600, Time.iso8601(answer["letters"][0]["leaves_at"]), 20
    run_jobs
    decide("undone", seen: 1)
    db[:que_jobs].update(run_at: Time.now - 1)
    run_jobs

    assert_equal %w[withdrawn withdrawn], db[:letters].where(report_id: @id).select_map(:state)
    assert_empty CARRIER.letters
    decide("accepted", seen: 2, tag_number: "MS000001")
    db[:letters].where(report_id: @id, state: "queued").update(leaves_at: Time.now - 1)
    db[:que_jobs].update(run_at: Time.now - 1)
    run_jobs

    assert_equal %w[sent sent],
      db[:letters].where(report_id: @id).order(:id).select_map(:state).last(2)
  end

  def test_a_fish_less_likely_than_not_needs_a_second_look
    tell(number_as_read: "MS00000?")
    sign_in("hamish@marrow.example")
    decide("accepted", tag_number: "MS000003", second_look: nil)

    assert_equal [409, ["second_look"]], [last_response.status, answer["fields"].keys]
    assert_equal 0, db[:letters].count
    decide("accepted", tag_number: "MS000003")

    assert_equal 200, last_response.status
  end

  def test_five_photos_join_a_report_and_no_sixth
    answer = tell(number_as_read: "MS000001")
    sent = Array.new(6) do |shade|
      image = Vips::Image.black(60, 40, bands: 3).linear(1, shade * 30).cast(:uchar).jpegsave_buffer
      put("/api/reports/#{@id}/photo", image, photo_headers(answer["report_key"]))
      last_response.status
    end

    assert_equal [*[200] * 5, 409], sent
    sign_in("hamish@marrow.example")

    assert_equal 5, ask("/api/reports/#{@id}/desk")["report"]["photos"].size
  end

  private

  def decide(verdict, seen: 0, second_look: true, **more)
    look = verdict == "accepted" && second_look ? { second_look: } : {}
    send_json(
      :post,
      "/api/reports/#{@id}/decision",
      { verdict:, reason: "Looked at it.", seen:, **look, **more }
    )
  end

  def photo_headers(key)
    token = ask("/api/session").fetch("csrf_token")
    {
      "CONTENT_TYPE" => "application/octet-stream",
      "HTTP_X_CSRF_TOKEN" => token,
      "HTTP_X_REPORT_KEY" => key
    }
  end

  # So that the next report is not of the same catch.
  def forget_match
    db[:matches].where(undone_at: nil).update(undone_at: Time.now)
    db[:reports].update(state: "set_aside", waiting_reason: nil, fingerprint: "old")
  end
end
