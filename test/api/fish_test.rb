# frozen_string_literal: true

require_relative "../support/api_case"

class FishApiTest < ApiCase
  # The API reads the real clock, so these fish were tagged as many days and an hour ago, and are
  # reported of today.
  DAYS = 120
  def start = @start ||= Time.at((Time.now - 3600).to_i).utc
  def local_date = (start - 3600).to_date
  def trip_id = @trip_id ||= Seeds.trip(db, @isolde, held_on: local_date)
  def encounter(**changes) = Seeds.encounter(trip_id, start: start - (DAYS * 86_400), **changes)
  def report(**changes) = Seeds.report(caught_on: local_date, **changes)

  def test_the_card_carries_what_the_deck_looks_up
    trip_id
    sign_in
    deck = ask("/api/deck?on=#{local_date}")

    assert_equal "MS000001", deck["card"]["pouch"].first
    assert_equal "Cutter Ledge", deck["card"]["trip"]["spot_name"]
    assert_equal db[:species].count, deck["card"]["species"].size
    assert_nil ask("/api/deck?on=2020-01-01")["card"]
  end

  def test_starting_a_trip_twice_starts_one
    sign_in
    id = SecureRandom.uuid
    sent = {
      held_on: local_date.iso8601,
      spot_code: "oe_narrows",
      platform: "kayak",
      water_temp_c: 14
    }
    2.times { send_json(:put, "/api/trips/#{id}", sent) && assert_predicate(last_response, :ok?) }

    assert_equal 1, db[:trips].where(id:).count
    assert_equal "oe_narrows", ask("/api/deck?on=#{local_date}").dig("card", "trip", "spot_code")
  end

  def test_one_fish_goes_all_the_way
    sign_in
    stored = put_encounter(encounter)

    assert_equal "stored", stored["answer"]
    send_json(:post, "/auth/logout")
    answer = put_report(report(finder_contact: "edda@finders.example"))

    assert_equal ["matched", stored["story_key"]], answer.values_at("state", "story_key")
    story = ask("/api/stories/#{answer['story_key']}")

    assert_equal "public", story["audience"]
    assert_equal DAYS, story["whole"]["days"]
    assert_equal 55_000, story["whole"]["distance_m"]
    assert_equal 43, story["whole"]["growth"]["increment_mm"]
    assert_equal(["Isolde", "a finder"], story["catches"].map { |catch| catch["by"] })
    run_jobs

    assert_equal %w[edda@finders.example isolde@marrow.example],
      CARRIER.letters.map { |letter| letter[:recipient] }.sort
    assert_equal %w[sent sent], db[:letters].select_map(:state)
  end

  def test_the_taps_are_kept_to_the_millisecond
    sign_in
    id = SecureRandom.uuid
    put_encounter(
      encounter(
        stages: [{ act: "fish_on", at: start + 0.123r }, { act: "let_go", at: start + 45.678r }]
      ),
      id:
    )

    assert_equal(
      [0.123, 45.678],
      store.encounters.stages(id).map { |tap| (tap[:at] - start).round(3) }
    )
  end

  def test_sent_twice_counts_once_and_a_later_revision_corrects_it
    sign_in
    id = SecureRandom.uuid
    answers = Array.new(2) { put_encounter(encounter, id:)["answer"] }

    assert_equal %w[stored known], answers
    assert_equal([1, 1, 5], %i[encounters fish stages].map { |table| db[table].count })
    put_encounter(
      encounter(
        revision: 2,
        tag_numbers: ["MS000002"],
        length: {
          value: 430,
          unit: "mm",
          kind: "FL",
          how: "board"
        }
      ),
      id:
    )

    assert_equal 430, db[:encounters].get(:length_mm)
    assert_equal ["MS000002"], store.fish.tags_at(id)
    assert_equal(
      [%w[applied], %w[applied issued]],
      [store.tags.custody("MS000002"), store.tags.custody("MS000001")].map do |rows|
        rows.map { |row| row[:act] }
      end
    )
    put_encounter(encounter(revision: 2), id:)

    assert_equal 409, last_response.status
  end

  # One bad record holds up nobody, and is kept with its reason until it is corrected.
  def test_a_batch_answers_record_by_record_and_keeps_what_it_holds
    sign_in
    ids = Array.new(4) { SecureRandom.uuid }
    records = [
      encounter,
      encounter(number: "MS000002").except(:fate),
      encounter(number: "MS009999"),
      encounter(number: "MS000003", start: start + 60)
    ]
    sent = ids.zip(records).map { |id, entry| { id:, encounter: as_json(entry) } }
    answer = send_json(:post, "/api/encounters/batch", { encounters: sent })["answers"]

    assert_equal(ids, answer.map { |entry| entry["id"] })
    assert_equal(%w[stored held held stored], answer.map { |entry| entry["answer"] })
    assert_equal([["fate"], ["tag_numbers"]], answer[1, 2].map { |number| number["fields"].keys })
    assert_equal ids[1, 2].sort, store.held_encounters.open.map { |encounter| encounter[:id] }.sort
    assert_equal 2, db[:encounters].count
    again =
      send_json(
        :post,
        "/api/encounters/batch",
        { encounters: [sent[0], { id: ids[1], encounter: as_json(encounter(number: "MS000002")) }] }
      )[
        "answers"
      ]

    assert_equal(%w[known stored], again.map { |entry| entry["answer"] })
    assert_equal([ids[2]], store.held_encounters.open.map { |encounter| encounter[:id] })
    assert_equal 3, db[:encounters].count
  end

  # Mended at the desk; its phone, which does not know, sends the faulty one again, and then
  # corrects something else.
  def test_a_held_record_is_mended_at_the_desk_and_its_phone_may_go_on
    sign_in
    id = SecureRandom.uuid
    faulty = as_json(encounter(number: "MS009999", device: "phone-a"))
    batch = lambda do |record|
      send_json(:post, "/api/encounters/batch", { encounters: [{ id:, encounter: record }] })[
        "answers"
      ].first
    end

    assert_equal "held", batch.call(faulty)["answer"]
    mend = lambda do |changes|
      send_json(
        :post,
        "/api/held/#{id}/mended",
        { changes:, reason: "The streamer on the photo says 2." }
      )
    end

    assert_equal(403, mend.call({ tag_numbers: ["MS000002"] }).then { last_response.status })
    sign_in("hamish@marrow.example")
    mend.call({ tag_numbers: ["MS009998"] })

    assert_equal [422, 1],
      [last_response.status, ask("/api/queries")["held"].size],
      "still held, and why is said"
    answer = mend.call({ tag_numbers: ["MS000002"] })

    assert_equal ["stored", []], [answer["answer"]["answer"], answer["queries"]["held"]]
    mend.call({ tag_numbers: ["MS000003"] })

    assert_equal 409, last_response.status
    sign_in

    assert_equal "known", batch.call(faulty)["answer"]
    assert_empty store.held_encounters.open
    noted = batch.call(faulty.merge(revision: 2, note: "By the stack."))

    assert_equal ["stored", []], noted.values_at("answer", "collisions")
    assert_equal [["MS000002"], "By the stack."],
      [store.fish.tags_at(id), db[:encounters].where(id:).get(:note)]
    assert_equal [@hamish[:id], "The streamer on the photo says 2."],
      db[:held_encounters].where(id:).get(%i[mended_by mended_why])
  end

  def test_a_held_record_that_nobody_can_read_is_mended_made_void_or_shifted_in_time
    sign_in
    ids = Array.new(3) { SecureRandom.uuid }
    ahead = encounter(number: "MS000003", start: start + 86_400)
    records =
      [encounter.except(:fate), encounter(number: "MS009999"), ahead].map { |entry| as_json(entry) }
    send_all = lambda do
      send_json(
        :post,
        "/api/encounters/batch",
        { encounters: ids.zip(records).map { |id, encounter| { id:, encounter: } } }
      )[
        "answers"
      ]
    end

    assert_equal(%w[held held held], send_all.call.map { |entry| entry["answer"] })
    held_at = db[:held_encounters].select_order_map(:held_at)
    send_all.call

    assert_equal held_at,
      db[:held_encounters].select_order_map(:held_at),
      "the same sending changes nothing"
    sign_in("hamish@marrow.example")
    {
      ids[0] => {
        changes: {
          fate: "released"
        }
      },
      ids[1] => {
        changes: {
          voided_because: "A test of the phone."
        }
      },
      ids[2] => {
        changes: {},
        shift_minutes: -1440
      }
    }.each do |id, body|
      send_json(:post, "/api/held/#{id}/mended", body.merge(reason: "Asked Isolde."))
    end

    assert_equal 200, last_response.status
    assert_empty store.held_encounters.open
    assert_equal [2, 1], [db[:encounters].count, store.encounters.void_of_trip(trip_id).size]
    sign_in

    assert_equal(%w[known known known], send_all.call.map { |entry| entry["answer"] })
  end

  def test_a_recapture_on_the_deck_joins_the_fish
    sign_in
    first = put_encounter(encounter)
    again =
      put_encounter(
        encounter(
          kind: "recaptured",
          start: start + 600,
          length: {
            value: 440,
            unit: "mm",
            kind: "FL",
            how: "board"
          }
        )
      )

    assert_equal first["story_key"], again["story_key"]
    unknown = put_encounter(encounter(kind: "recaptured", start: start + 900, number: "XX99"))

    assert_equal ["stored", nil], unknown.values_at("answer", "story_key")
  end

  def test_members_of_the_fish_see_the_spot_others_do_not
    sign_in
    key = put_encounter(encounter)["story_key"]
    exact = ask("/api/stories/#{key}")

    assert_equal ["member", "Cutter Ledge", 48.61],
      [exact["audience"], *exact["catches"][0].values_at("place_name", "lat_deg")]
    send_json(:post, "/auth/logout")
    Seeds.member(db, "Wren Castellan", email: "wren@marrow.example", password: PASSWORD)
    sign_in("wren@marrow.example")

    assert_equal "public", ask("/api/stories/#{key}")["audience"]
  end

  # No public answer may hold the exact place, the finder or a hidden name.
  def test_the_public_story_and_certificate_leak_nothing
    sign_in
    key =
      put_encounter(
        encounter(note: "secret corner", place: { lat_deg: 48.61234, lon_deg: -21.47123 })
      )[
        "story_key"
      ]
    send_json(:post, "/auth/logout")
    reported =
      put_report(report(finder_contact: "edda@finders.example", place_words: "by the third buoy"))
    get("/api/stories/#{key}/certificate.pdf")
    pdf = PdfText.of(last_response.body)
    everything = [reported.to_json, ask("/api/stories/#{key}").to_json, pdf].join("\n")

    [
      "48.6123", "21.4712", "48.93", "20.88", "edda@", "Edda", "third buoy", "Brannock",
      "Cutter Ledge", "secret corner", "55.8", "56 km", "56.1"
    ].each { |secret| refute_includes everything, secret }
    [
      "European seabass", "MS000001", "about 55 km", "43 mm", "412 mm fork length",
      "455 mm fork length"
    ].each { |answer| assert_includes pdf, answer }
  end

  def test_what_does_not_match_exactly_waits_for_the_desk
    sign_in
    put_encounter(encounter)
    answer = put_report(report(number_as_read: "MS00000?"))

    assert_equal ["waiting", nil], answer.values_at("state", "story_key")
    assert_equal "waiting", put_report(report(species_code: "cod"))["state"]
    assert_equal "matched", put_report(report(number_as_read: "ms 000001", fate: "kept"))["state"]
    assert_equal "waiting",
      put_report(report)["state"],
      "a fish that was kept cannot be caught again by itself"
    assert_equal %w[not_complete other_species reported_kept],
      db[:reports].where(state: "waiting").select_order_map(:waiting_reason)
  end

  def test_a_photo_joins_the_report_without_its_place
    answer = put_report(report, id: id = SecureRandom.uuid)
    image =
      Vips::Image
        .black(2400, 1200, bands: 3)
        .mutate do |entry|
          entry.set_type!(GObject::GSTR_TYPE, "exif-ifd3-GPSLatitude", "48/1 36/1 36/1")
        end
        .jpegsave_buffer

    assert_includes image, "Exif"
    answered = put_photo(id, answer["report_key"], image)

    assert_equal [2400, 1200], answered.values_at("width_px", "height_px")
    run_jobs
    shown = app_files(db[:photos].get(:shown_key))

    refute_includes shown, "Exif"
    assert_equal 1600, Vips::Image.new_from_buffer(shown, "").width
    assert_equal image.b, app_files(db[:photos].get(:original_key)).b
    put_photo(id, answer["report_key"], image)

    assert_predicate last_response, :ok?, "the same photo sent again is no second one"
    [
      ["wrong key", image, 404],
      [answer["report_key"], "GIF89a nonsense", 422],
      [answer["report_key"], image[0, 700], 422]
    ].each do |key, bytes, status|
      put_photo(id, key, bytes)

      assert_includes [status, 409], last_response.status
    end
  end

  def test_finds_are_searched_sorted_filtered_and_paged
    sign_in
    4.times { |index| put_encounter(encounter(number: format("MS%06d", index + 1))) }
    4.times do |index|
      put_report(
        report(
          number_as_read: format("MS%06d", index + 1),
          caught_on: local_date - DAYS - (index / 2),
          length: nil,
          place: nil,
          finder_name: "Finder #{index}"
        )
      )
    end
    put_report(report(number_as_read: "QK1", finder_name: "100% sure_"))
    sign_in("hamish@marrow.example")
    seen, cursor = [], nil
    loop do
      page = ask("/api/finds?limit=2#{"&cursor=#{cursor}" if cursor}")
      seen.concat(page["finds"].map { |find| find["number"] })

      assert_equal 5, page["total"]
      break unless (cursor = page["next"])
    end

    assert_equal 5, seen.uniq.size
    assert_equal(["QK1"], ask("/api/finds?search=100%25")["finds"].map { |find| find["number"] })
    assert_equal(
      %w[MS000003 MS000004 QK1],
      ask("/api/finds?state=waiting&sort=number&order=asc")["finds"].map { |row| row["number"] }
    )
    assert_equal 0, ask("/api/finds?species_code=cod")["total"]
  end

  def test_a_tagger_finds_own_fish_only_and_nobody_finds_signed_out
    sign_in
    put_encounter(encounter)
    put_report(report)
    put_report(report(number_as_read: "QK1"))

    assert_equal 1, ask("/api/finds")["total"]
    send_json(:post, "/auth/logout")
    ask("/api/finds")

    assert_equal 401, last_response.status
  end

  private

  def put_photo(id, key, bytes)
    token = ask("/api/session").fetch("csrf_token")
    put(
      "/api/reports/#{id}/photo",
      bytes,
      {
        "CONTENT_TYPE" => "application/octet-stream",
        "HTTP_X_CSRF_TOKEN" => token,
        "HTTP_X_REPORT_KEY" => key
      }
    )
    answer
  end

  def app_files(key) = ApiCase.files.get(key)
end
