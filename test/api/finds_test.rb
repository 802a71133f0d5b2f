# frozen_string_literal: true

require_relative "../support/api_case"

# What becomes of reports that are not one plain number of one plain fish.
class FindsApiTest < ApiCase
  PLACE = { lat_deg: 48.63, lon_deg: -21.45 }.freeze

  def setup
    super
    @trip = Seeds.trip(db, @isolde)
    @wren = Seeds.member(db, "Wren Castellan", email: "wren@marrow.example", password: PASSWORD)
    Seeds.pouch(db, @wren, first: 101)
  end

  def record(member = @isolde, id: SecureRandom.uuid, **sent)
    trip = member == @isolde ? @trip : (@wren_trip ||= Seeds.trip(db, @wren))
    Acts::RecordEncounter.call(
      Acts::Context.new(store:, member:, now: Seeds::NOW),
      id:, sent: Seeds.encounter(trip, start: Seeds::NOW - (86_400 * 30), **sent)
    )
  end

  # A fish with one tag, or two.
  def tag(*numbers) = record(tag_numbers: numbers)

  def report_with(**changes)
    Seeds.report(
      caught_on: Seeds::NOW.to_date,
      length: {
        value: 42,
        unit: "cm",
        kind: "FL",
        how: "tape"
      },
      place: PLACE,
      **changes
    )
  end

  def report(id: SecureRandom.uuid, **changes)
    put_report(report_with(**changes), id:).merge("id" => id)
  end

  def state(id) = db[:reports].where(id:).get(%i[state waiting_reason])

  def decide(id, verdict, who: "hamish@marrow.example", **more)
    sign_in(who) if who
    send_json(
      :post,
      "/api/reports/#{id}/decision",
      {
        verdict:,
        reason: "Looked at it twice.",
        seen: db[:decisions].where(report_id: id).count,
        **(verdict == "accepted" ? { second_look: true } : {}),
        **more
      }
    )
  end

  def test_two_tags_on_one_fish_are_one_report_and_on_two_fish_a_doubt
    tag("MS000001", "MS000002")
    tag("MS000003")

    assert_equal "matched", report(number_as_read: "MS000001", more_numbers: ["ms 000002"])["state"]
    two = report(number_as_read: "MS000001", more_numbers: ["MS000003"], finder_name: nil)

    assert_equal %w[waiting two_fish], state(two["id"])
    worn =
      report(
        number_as_read: "MS??????",
        more_numbers: ["MS00000?"],
        caught_on: Seeds::NOW.to_date - 5
      )
    sign_in("hamish@marrow.example")
    best = ask("/api/reports/#{worn['id']}/desk")["ranked"].first

    assert_includes best["terms"].map { |term| term["name"] }, "second number"
  end

  def test_a_second_telling_of_one_catch_waits_and_is_joined
    key = tag("MS000001")[:story_key]
    first = report(number_as_read: "MS000001")
    second =
      report(
        number_as_read: "MS000001",
        finder_name: "Gil Sandham",
        caught_on: Seeds::NOW.to_date - 1
      )

    assert_equal %w[waiting perhaps_same_catch], state(second["id"])
    same = decide(second["id"], "same_catch", other_report_id: first["id"])

    assert_equal "joined", same["report"]["state"]
    assert_equal 2, ask("/api/stories/#{key}")["catches"].size, "tagged, and caught again once"
    assert_equal "waiting", decide(second["id"], "undone")["report"]["state"]
    assert_equal 422,
      decide(second["id"], "same_catch", other_report_id: second["id"]) &&
        last_response.status
  end

  def test_the_same_content_under_another_id_is_one_catch
    tag("MS000001")
    first, again = Array.new(2) { report(number_as_read: "MS000001") }

    assert_equal first.values_at("state", "story_key"), again.values_at("state", "story_key")
    assert_equal %w[joined matched], db[:reports].select_order_map(:state)
    assert_equal 1, db[:matches].count
  end

  def test_a_report_is_amended_by_its_link_and_held_against_the_fish_again
    key = tag("MS000001")[:story_key]
    sent = report(number_as_read: "MS0000?7")
    path, header = "/api/reports/#{sent['id']}", { "HTTP_X_REPORT_KEY" => sent["report_key"] }
    get(path, {}, header)

    assert_equal ["MS0000?7", 1, "waiting"],
      [answer.dig("report", "number_as_read"), answer.dig("report", "revision"), answer["state"]]
    amend = lambda do |revision, **changes|
      send_json(:put, "#{path}/amend", { revision:, report: as_json(report_with(**changes)) },
        header)
    end

    assert_equal ["stored", "matched", key, 2],
      amend.call(1, number_as_read: "MS000001").values_at(
        "answer", "state", "story_key", "revision"
      )
    assert_equal "known",
      amend.call(1, number_as_read: "MS000001")["answer"],
      "sent twice it counts once"
    assert_equal [409, "changed_meanwhile"],
      [amend.call(1, number_as_read: "MS000002") && last_response.status, answer["code"]]
    assert_equal "waiting", amend.call(2, number_as_read: "MS000077")["state"]
    assert_equal [1, 0],
      [db[:matches].count, db[:matches].where(undone_at: nil).count],
      "the match is kept as history"
    assert_equal 0, db[:spans].count
    header["HTTP_X_REPORT_KEY"] = "not this"
    get(path, {}, header)

    assert_equal 404, last_response.status
  end

  def test_a_number_read_on_the_deck_waits_at_the_desk_and_its_chain_joins_the_fish
    key = tag("MS000001")[:story_key]
    id = SecureRandom.uuid
    own =
      record(
        @wren,
        id:,
        kind: "recaptured",
        tag_numbers: ["MS0000?1"],
        new_tag_numbers: ["MS000101"],
        tag_act: "replaced",
        start: Seeds::NOW - 86_400,
        length: {
          value: 414,
          unit: "mm",
          kind: "FL",
          how: "board"
        }
      )[
        :story_key
      ]
    sign_in("hamish@marrow.example")
    reading = ask("/api/desk")["reports"].first

    assert_equal ["MS0000?1", id], reading.values_at("number_as_read", "encounter_id")
    assert_nil db[:taggings].where(tag_number: "MS000001").get(:ended_at),
      "whose tag it was is not known yet"
    decide(reading["id"], "accepted", who: nil, tag_number: "MS000001")

    assert_equal 2, ask("/api/stories/#{key}")["catches"].size
    assert_equal ask("/api/stories/#{key}"),
      ask("/api/stories/#{own}"),
      "the chain that was begun is told as the fish's"
    assert_equal [["MS000101"], 1],
      [db[:taggings].where(ended_at: nil).select_map(:tag_number), db[:spans].count]
    assert_equal ["isolde@marrow.example"],
      db[:letters].where(kind: "recapture_to_tagger").select_map(:recipient)
    decide(reading["id"], "undone", who: nil)

    assert_equal([1, 1], [key, own].map { |story| ask("/api/stories/#{story}")["catches"].size })
    assert_equal [%w[MS000001 MS000101], 0],
      [
        db[:taggings].where(ended_at: nil).select_order_map(:tag_number),
        db[:spans].count
      ]
  end

  def test_a_correction_on_the_deck_settles_its_reading
    tag("MS000001")
    id = SecureRandom.uuid
    again = {
      kind: "recaptured",
      start: Seeds::NOW - 86_400,
      length: {
        value: 414,
        unit: "mm",
        kind: "FL",
        how: "board"
      }
    }
    record(@wren, id:, **again, tag_numbers: ["MS0000?9"])
    record(@wren, id:, **again, tag_numbers: ["MS000001"], revision: 2)

    assert_equal %w[matched], db[:reports].where(encounter_id: id).select_map(:state)
    assert db[:encounters].where(id:).get(:fish_id)
    record(@wren, id:, **again, kind: "untagged", tag_numbers: [], revision: 3)

    assert_equal %w[set_aside], db[:reports].where(encounter_id: id).select_map(:state)
  end

  # The match that no longer holds ends, so that the desk can make another.
  def test_a_reading_that_is_corrected_away_from_its_fish_can_be_matched_anew
    tag("MS000001")
    tag("MS000003")
    id = SecureRandom.uuid
    again = {
      id:,
      kind: "recaptured",
      start: Seeds::NOW - 86_400,
      length: {
        value: 414,
        unit: "mm",
        kind: "FL",
        how: "board"
      }
    }
    [["MS0000?9", 1], ["MS000001", 2], ["MS0000?9", 3]].each do |number, revision|
      record(@wren, **again, tag_numbers: [number], revision:)
    end
    reading = db[:reports].where(encounter_id: id).get(:id)

    assert_equal ["waiting", 0],
      [
        db[:reports].where(id: reading).get(:state),
        db[:matches].where(undone_at: nil).count
      ]
    assert_equal "matched", decide(reading, "accepted", tag_number: "MS000003")["report"]["state"]
  end

  def test_a_fish_that_was_kept_is_not_held_against_its_own_report
    tag("MS000001")
    sent = report(number_as_read: "MS000001", fate: "kept")
    amended =
      send_json(
        :put,
        "/api/reports/#{sent['id']}/amend",
        {
          revision: 1,
          report:
            as_json(report_with(number_as_read: "MS000001", fate: "kept",
              place_words: "by the wall"))
        },
        "HTTP_X_REPORT_KEY" => sent["report_key"]
      )

    assert_equal ["matched", 2], amended.values_at("state", "revision")
  end

  # A finder can be quicker than the tagger's sheet.
  def test_a_report_waits_for_the_fish_to_be_sent_in
    early = report(number_as_read: "MS000004")
    sign_in("hamish@marrow.example")

    assert_equal [nil, "Isolde Brannock"],
      ask("/api/reports/#{early['id']}/desk")["ranked"].first.values_at(
        "fish_id",
        "holder"
      )
    assert_equal [422, "no_such_fish"],
      [decide(early["id"], "accepted", who: nil, tag_number: "MS000004") && last_response.status,
        answer["code"]]
    decide(early["id"], "asked", who: nil, tag_number: "MS000004")

    assert_equal [%w[question_to_member isolde@marrow.example]],
      db[:letters].select_map(%i[kind recipient])
    tag("MS000004")

    assert_equal ["matched", nil], state(early["id"])
  end

  def test_a_finder_is_asked_with_a_link_and_a_second_opinion_is_another_persons
    Seeds.member(
      db,
      "Agnes Marrable",
      role: "coordinator",
      email: "agnes@marrow.example",
      password: PASSWORD
    )
    sent = report(number_as_read: "MS00000?", finder_contact: "edda@finders.example")
    decide(sent["id"], "asked")

    assert_includes db[:letters].where(kind: "question_to_finder").get(:body),
      "/report/#{sent['id']}##{sent['report_key']}"
    assert_equal %w[waiting asked], state(sent["id"])
    decide(sent["id"], "second_opinion")

    assert_equal [409, "second_opinion"],
      [decide(sent["id"], "contradictory") && last_response.status, answer["code"]]
    assert_equal "set_aside",
      decide(sent["id"], "contradictory", who: "agnes@marrow.example")["report"]["state"]
    silent = report(number_as_read: "MS0000??")

    assert_equal [422, "nobody_to_ask"],
      [decide(silent["id"], "asked") && last_response.status, answer["code"]]
    assert_empty db[:decisions].where(report_id: silent["id"]).all
  end

  def test_tags_of_other_programmes_are_counted_and_passed_on
    sent =
      report(number_as_read: "HB20419", finder_contact: "edda@finders.example", place_words: "=1+1")

    assert_equal %w[waiting other_programme], state(sent["id"])
    decide(sent["id"], "other_programme", programme: "Harrow Bank tagging")
    answer = ask("/api/foreign-tags")

    assert_equal [{ "programme" => "Harrow Bank tagging", "tags" => 1, "open" => 1 }],
      answer["programmes"]
    get("/api/foreign-tags.csv")

    assert_includes last_response.body, "HB20419"
    assert_includes last_response.body, "'=1+1"
    refute_match(/edda/i, last_response.body)
    answer =
      send_json(:post, "/api/foreign-tags", { ids: [sent["id"]], to: "Harrow Bank, by letter" })

    assert_equal "Harrow Bank, by letter", answer["tags"][0]["passed_on_to"]
    assert_equal 0, answer["programmes"][0]["open"]
  end

  def test_a_number_is_helped_along_without_telling_whose
    tag("MS000001")
    hints =
      %w[MS000001 MS000002 MS009999 MS00019 MS0000?1 HB20419].map do |number|
        ask("/api/numbers/#{ERB::Util.url_encode(number)}")["kind"]
      end

    assert_equal %w[printed printed not_printed length partial other], hints
  end

  def test_doubts_are_settled_asked_about_and_opened_again
    id = SecureRandom.uuid
    record(id:, tag_numbers: %w[MS000001], weight_g: 5000)
    Acts::SubmitTrip.call(
      Acts::Context.new(store:, member: @isolde, now: Seeds::NOW),
      trip_id: @trip,
      coast: Acts::Coast.new(Store::Gateway.new(db))
    )
    sign_in("hamish@marrow.example")
    doubt =
      ask("/api/queries")["doubts"].find { |doubt| doubt["code"] == "weight_and_length" } ||
      ask("/api/queries")["doubts"].first
    settle = lambda do |verdict|
      send_json(
        :post,
        "/api/queries/#{id}/#{doubt['code']}",
        { verdict:, why: "Seen on the photo." }
      )
    end
    settle.call("asked")

    assert_includes db[:letters].where(kind: "question_to_member").get(:body), doubt["sentence"]
    settle.call("stands")

    refute_includes ask("/api/queries")["doubts"].map { |doubt| doubt["code"] }, doubt["code"]
    assert_equal ["Hamish Torvald", "Seen on the photo."],
      ask("/api/queries?state=settled")["doubts"][0].values_at(
        "settled_by",
        "settled_why"
      )
    assert_equal 409, settle.call("stands") && last_response.status
    settle.call("open")

    assert_includes ask("/api/queries")["doubts"].map { |doubt| doubt["code"] }, doubt["code"]
  end

  def test_the_story_tells_the_way_by_water_and_what_is_usual
    numbers = (1..5).map { |serial| format("MS%06d", serial) }
    keys = numbers.map { |number| tag(number)[:story_key] }
    Seeds.pouch(db, @isolde, count: 2, first: 11)
    keys << tag("MS000011")[:story_key]
    [*numbers, "MS000011"].each_with_index do |number, index|
      report(
        number_as_read: number,
        length: {
          value: 420 + index,
          unit: "mm",
          kind: "FL",
          how: "board"
        },
        place: {
          lat_deg: 48.80,
          lon_deg: -21.00
        }
      )
    end
    run_jobs
    sign_in
    story = ask("/api/stories/#{keys.first}")
    whole = story["whole"]

    assert_operator whole["by_water_m"], :>=, whole["distance_m"]
    assert_equal [[48.61, -21.47], [48.80, -21.00]], [whole["path"].first, whole["path"].last]
    assert_equal [5, 11.0],
      story["typical"].values_at("fish").push(story["typical"]["growth"]["middle"]),
      "the middle of the other five: 9, 10, 11, 12 and 13 mm"
    get("/api/stories/#{keys.first}/picture.png")

    image = Formats::ImageLibrary.open(last_response.body)

    assert_equal [1200, 630], [image.width, image.height]
  end
end
