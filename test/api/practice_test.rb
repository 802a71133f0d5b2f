# frozen_string_literal: true

require_relative "../support/api_case"

# Results are kept once, tell how far somebody is, and are signed by a coordinator alone.
class PracticeApiTest < ApiCase
  def result(index, skill: "place", **more)
    { id: SecureRandom.uuid, skill:, seed: 7, level: 0, at: (Time.now - index).utc.iso8601, **more }
  end

  def keep(results) = send_json(:post, "/api/practice/results", { results: })

  def body = JSON.parse(last_response.body)
  def skill(name) = body["skills"].find { |skill| skill["skill"] == name }
  def item(name) = body["items"].find { |item| item["key"] == name }

  def test_results_are_kept_once_and_estimated_with_their_uncertainty
    sign_in
    results = [60, 80, 100].each_with_index.map { |marks, index| result(300 - index, marks:) }
    2.times { keep(results) }

    assert_equal 3, db[:practice_results].count
    # Mean 80, sd 20, t(2) 4.30: 80 ± 50
    assert_equal [3, 80, 30, 100], skill("place").values_at("n", "mean", "low", "high")
    assert_equal [0, nil], skill("read").values_at("n", "mean"), "nothing is said of nothing"
  end

  def given_seeds = ask("/api/practice")["seeds"]

  # A placed tag on a seed that was given out, as the trainer sends it.
  def placed(seed, index, well: true)
    right = Core::Practice::TagPlacement.new(
      Core::Practice::TagPlacement.task(seed:, level: 0), { x: 0, y: 0, angle_deg: 0 }
    ).right
    deeds = { x: right[:point][0], y: right[:point][1], angle_deg: well ? 45 : 85 }
    result(index, seed:, marks: 100, deeds:)
  end

  def test_a_training_item_is_met_by_what_is_done_again_here_and_signed_by_a_person
    sign_in
    keep(Array.new(20) { |index| result(2000 - index, marks: 100) })
    keep(Array.new(20) { |index| result(1900 - index, marks: 100, seed: index, deeds: { x: 1 }) })

    refute item("placing")["met"], "what a phone only says of itself shows nothing"
    seeds = given_seeds
    keep(seeds.first(19).each_with_index.map { |seed, index| placed(seed, 1000 - index) })

    refute item("placing")["met"]
    keep([placed(seeds[0], 500)])

    refute item("placing")["met"], "a seed counts once"
    keep([placed(seeds[19], 1, well: false)])

    assert item("placing")["met"], "the middle counts, not the last"
    assert_operator db[:practice_results].where(seed: seeds[19]).get(:marks), :<, 100,
      "the marks are those that come out here"
    refute_includes given_seeds, seeds[0]
    keep([{ **placed(seeds[20], 1), points: 5 }])

    assert_equal [422, "two_scores"], [last_response.status, body["code"]]
    sign

    assert_equal 403, last_response.status
    sign_in("hamish@marrow.example")
    sign

    assert_equal "Watched her", item("placing")["signed"]["note"]
    sign

    assert_equal 409, last_response.status
    send_json(:post, "/api/members/#{@hamish[:id]}/practice", { item: "placing", note: "Myself" })

    assert_equal [409, "own_training"], [last_response.status, body["code"]]
  end

  def sign
    send_json(
      :post, "/api/members/#{@isolde[:id]}/practice", { item: "placing", note: "Watched her" }
    )
  end

  def test_the_card_is_what_the_door_takes
    sign_in
    get("/api/practice/card")
    card = JSON.parse(last_response.body, symbolize_names: true)
    door = Core::Doors::Trainer.new(card)
    task = door.ask("task", { exercise: "judge", seed: 3, level: 0 })[:task]
    answer = door.ask("score", { exercise: "judge", task:, answer: { call: "stop" } })

    assert_includes [0, 40, 100], answer[:marks]
  end

  def test_own_mistakes_at_the_water_choose_the_exercise
    trip = Seeds.trip(db, @isolde, held_on: Date.today - 5)
    sign_in
    12.times do |index|
      put_encounter(
        Seeds.encounter(
          trip, kind: "untagged", tag_numbers: [], start: Time.now - 400_000 + (index * 2000),
          hook_place: index < 4 ? "throat" : "lip"
        )
      )
    end
    get("/api/practice")

    assert_equal %w[handle swallowed], body["first"].values_at("exercise", "scene")
    assert_equal "4 of your 12 fish this year were hooked deep.", body["first"]["because"]
  end
end
