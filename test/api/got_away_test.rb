# frozen_string_literal: true

require_relative "../support/api_case"

# A fish that got away before anybody could let it go: kept in mind, and counted as no catch.
class GotAwayTest < ApiCase
  def setup
    super
    @trip = Seeds.trip(db, @isolde)
    sign_in
  end

  def lose(id: SecureRandom.uuid, **changes)
    start = Seeds::NOW - 3600
    stages = [{ act: "fish_on", at: start }, { act: "got_away", at: start + 40 }]
    put_encounter(
      { **Seeds.encounter(@trip, number: nil, start:), kind: "untagged", tag_numbers: [], stages:,
        fate: "lost", length: nil, hook_place: nil, outcome: nil, **changes },
      id:
    )
    id
  end

  def test_it_is_listed_with_what_stayed_in_it_and_counts_nowhere
    id = lose(left_in_fish: "hook")

    assert_predicate last_response, :ok?, last_response.body
    seen = ask("/api/trips/#{@trip}/dockside")

    assert_equal [["hook"], [], []],
      [seen["lost"].map { |fish| fish["left_in_fish"] }, seen["fish"], seen["left"]]
    assert_equal [1, 0], [db[:encounter_records].count, db[:encounters].count]
    send_json(:patch, "/api/encounters/#{id}",
      { changes: { left_in_fish: "hook_and_line" }, reason: nil })

    assert_predicate last_response, :ok?, last_response.body
    assert_equal "hook_and_line", db[:encounter_records].get(:left_in_fish)
  end

  def test_a_day_with_nothing_but_lost_fish_has_caught_none
    lose
    db[:trips].where(id: @trip).update(rods: 1, fished_hours: 3)

    assert_equal([0], store.water.efforts({}).map { |row| row[:fish] })
    assert_empty store.water.lengths({})
  end

  def test_a_fish_that_carries_our_tag_was_released
    lose(kind: "tagged", tag_numbers: ["MS000001"])

    assert_equal [422, "lost_with_a_tag"], [last_response.status, answer["code"]]
    assert_equal 0, db[:encounter_records].count
  end

  # Undone on the Deck, it is in hand again and may still be let go.
  def test_it_can_turn_into_a_release
    id = lose
    sent = Seeds.encounter(@trip, number: "MS000001", start: Seeds::NOW - 3600)
    put_encounter({ **sent, revision: 2 }, id:)

    assert_predicate last_response, :ok?, last_response.body
    assert_equal [1, "released"], [db[:encounters].count, db[:encounters].get(:fate)]
  end
end
