# frozen_string_literal: true

require_relative "../support/api_case"

# A record is judged by the rules on the phone's card, whenever it arrives, and keeps what came of
# it.
class JudgementApiTest < ApiCase
  def setup
    super
    sign_in
    @start = Time.at((Time.now - 3600).to_i).utc
    @trip_id = Seeds.trip(db, @isolde, held_on: (@start - 3600).to_date)
  end

  # 12 s in the air twice: 24 of the 40 that a bass has under the default rules, and of the 20 under
  # "keep wet".
  def taps
    acts = %w[fish_on in_net lifted back_in_water lifted back_in_water let_go]
    acts.zip([0, 20, 60, 72, 120, 132, 150]).map { |act, seconds| { act:, at: @start + seconds } }
  end

  def record(**versions)
    Seeds.encounter(
      @trip_id,
      start: @start,
      stages: taps,
      hook_place: "lip",
      bleeding: "none",
      **versions
    )
  end

  def stored(id) = db[:encounters].first(id:)

  def house(version, **choices)
    as_hamish do
      send_json(
        :put,
        "/api/house-rules",
        {
          base_version: version - 1,
          choices: choices.transform_values { |school| { school: } },
          why: "A test of late records."
        }
      )
    end
  end

  def as_hamish
    sign_in("hamish@marrow.example")
    yield.tap { sign_in }
  end

  def test_a_late_record_is_judged_by_the_version_that_it_was_made_under
    house(2, air: "keep_wet")
    early, late = Array.new(2) { SecureRandom.uuid }
    put_encounter(record(house_rules_version: 1, own_rules_version: 0), id: early)
    put_encounter(
      record(house_rules_version: 2, own_rules_version: 0, number: "MS000002"),
      id: late
    )

    assert_equal(
      [[0, 40], [2, 20]],
      [early, late].map { |id| [stored(id)[:caution_points], stored(id)[:review]["air_seconds"]] }
    )
    assert_equal(
      [["good", 1], ["good", 2]],
      [early, late].map { |id| [stored(id)[:review]["band"], stored(id)[:house_rules_version]] }
    )
  end

  def test_the_members_own_stricter_choices_are_a_version_of_their_own
    send_json(:put, "/api/house-rules/own", { choices: { air: "keep_wet" } })
    send_json(:put, "/api/house-rules/own", { choices: {} })
    card = ask("/api/deck?on=#{(@start - 3600).to_date}")["card"]

    assert_equal 2, card["rules"]["own_version"]
    points = [0, 1, 2].map do |own_rules_version|
      put_encounter(
        record(
          house_rules_version: 1,
          own_rules_version:,
          number: "MS00000#{own_rules_version + 1}"
        )
      )[
        "caution_points"
      ]
    end

    assert_equal [0, 2, 0], points
    assert_raises(Sequel::DatabaseError) do
      db.transaction(savepoint: true) { db[:own_rules].update(choices: "{}") }
    end
  end

  # A phone that has not heard of versions of one's own, or of this house's rules.
  def test_a_version_left_out_is_found_and_one_that_never_was_is_refused
    send_json(:put, "/api/house-rules/own", { choices: { air: "keep_wet" } })
    id = SecureRandom.uuid
    put_encounter(record(house_rules_version: 1), id:)

    assert_equal 0, stored(id)[:own_rules_version], "caught before that choice was made"
    [
      { house_rules_version: 7 },
      { house_rules_version: 1, own_rules_version: 9 }
    ].each do |versions|
      refused = put_encounter(record(**versions, number: "MS000002"))

      assert_equal [422, "unknown_rules"], [last_response.status, refused["code"]]
    end
  end

  def test_a_correction_and_the_season_go_by_the_records_own_version
    put_encounter(record(house_rules_version: 1, own_rules_version: 0), id: id = SecureRandom.uuid)
    house(2, air: "keep_wet")
    send_json(:patch, "/api/encounters/#{id}", { changes: { note: "looked again" } })

    assert_equal [2, 1, 0], stored(id).values_at(:revision, :house_rules_version, :caution_points)
    db[:encounters].where(id:).update(review: nil)
    season = ask("/api/me/season")
    air = season["times"].find { |time| time["key"] == "air" }

    assert_equal [1, nil], [air["fish"], air["within"]]
    assert_equal 0, season["habits"].size
  end

  def test_where_the_tag_went_in_follows_from_its_tap_or_is_said
    tap = [*taps[0..2], { act: "tag_in", at: @start + 66.5 }, taps[3], taps.last]
    ids =
      [
        record(stages: tap),
        record(number: "MS000002", tag_where: "water"),
        record(number: "MS000003")
      ].map do |sent|
        SecureRandom.uuid.tap { |id| put_encounter({ house_rules_version: 1 }.merge(sent), id:) }
      end

    assert_equal(
      [["board", 6.5], ["water", nil], [nil, nil]],
      ids.map { |id| stored(id).values_at(:tag_where, :tagging_seconds) }
    )
  end

  def test_own_medians_reach_the_card_from_ten_taggings_on
    Seeds.pouch(db, @isolde, count: 12, first: 100)
    stages = lambda do |seconds|
      [
        *taps[0..2],
        { act: "tag_in", at: @start + 60 + seconds },
        { act: "back_in_water", at: @start + 80 },
        { act: "let_go", at: @start + 99 }
      ]
    end
    medians = (1..11).map do |index|
      put_encounter(
        record(
          number: format("MS%06d", 99 + index),
          stages: stages.call(index),
          house_rules_version: 1
        )
      )
      ask("/api/deck?on=#{(@start - 3600).to_date}")["card"]["tagging_seconds"]
    end

    assert_equal [{}, { "ordinary" => 5.5 }, { "ordinary" => 6.0 }], medians[8..]
  end

  # A fish that stayed in the water took no time in the air; one that nobody saw there has none.
  def test_never_lifted_is_zero_and_not_known_is_nothing
    water = taps.values_at(0, 1, 6)
    answer = [water, [taps.last], taps[0..2]].each_with_index.map do |stages, index|
      put_encounter(
        record(stages:, number: "MS00000#{index + 1}", house_rules_version: 1),
        id: id = SecureRandom.uuid
      )
      stored(id)[:air_seconds]
    end

    assert_equal [0.0, nil, nil], answer
  end

  def test_the_crew_is_told_what_the_deck_sees
    key = send_json(:post, "/api/trips/#{@trip_id}/crew").fetch("crew_key")
    seen = {
      hook_place: "gill",
      bleeding: "heavy",
      water_temp_c: 22.5,
      has_tag: true,
      length: {
        value: 41.2,
        unit: "cm",
        kind: "FL",
        how: "board"
      },
      pressure_signs: [],
      handling: [],
      marks: [],
      reflexes: {}
    }
    fish = {
      id: SecureRandom.uuid,
      species_code: "seabass",
      tag_number: nil,
      undone_from: nil,
      undos: 0,
      taps: [{ act: "fish_on", age_ms: 3000 }]
    }
    send_json(:post, "/api/crew/#{key}", { device: "deck", fish: [fish.merge(seen:)] })
    send_json(:post, "/auth/logout")
    answer = send_json(:post, "/api/crew/#{key}", { device: "crew", fish: [fish] })["fish"].first

    assert_equal JSON.parse(JSON.generate(seen)),
      answer["seen"],
      "a device that knows nothing of its own leaves it as it is"
  end
end
