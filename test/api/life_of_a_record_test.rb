# frozen_string_literal: true

require_relative "../support/api_case"

# One record sent twice, taken back, changed ashore and at the water: what stands, what waits, and
# where its tag is.
class LifeOfARecordTest < ApiCase
  def setup
    super
    @trip = Seeds.trip(db, @isolde)
    sign_in
    @id = SecureRandom.uuid
  end

  def sent_by_device(revision: 1, device: "deck", **changes)
    put_encounter(Seeds.encounter(@trip, revision:, device:, **changes), id: @id)
  end

  def ashore(changes, **more) = send_json(:patch, "/api/encounters/#{@id}", { changes:, **more })
  def row = db[:encounter_records].first(id: @id)
  def tag_state(number) = db[:tags].where(number:).get(:state)
  def dockside = ask("/api/trips/#{@trip}/dockside")

  def as(email)
    send_json(:post, "/auth/logout")
    sign_in(email)
    yield
    send_json(:post, "/auth/logout")
    sign_in
  end

  def length(value) = { value:, unit: "mm", kind: "FL", how: "board" }

  def test_a_gap_filled_ashore_survives_the_next_word_of_the_deck
    sent_by_device
    ashore({ outcome: "strong" })
    answer = sent_by_device(revision: 2, note: "by the wall")

    assert_equal ["stored", []], answer.values_at("answer", "collisions")
    assert_equal ["strong", "by the wall", 412], row.values_at(:outcome, :note, :length_mm)
  end

  def test_two_lengths_of_one_fish_wait_side_by_side_and_are_chosen_once
    sent_by_device
    ashore({ length: length(421) })
    answer = sent_by_device(revision: 2, length: length(415))

    assert_equal 421, row[:length_mm], "what stood first stays"
    assert_equal(
      [["length", 421, 415]],
      answer["collisions"].map do |collision|
        [
          collision["field"],
          collision.dig("stands", "length", "length_mm"),
          collision.dig("said", "length", "length_mm")
        ]
      end
    )
    assert_equal %w[collision], dockside["left"].map { |gap| gap["field"] } & %w[collision]
    chosen =
      send_json(:post, "/api/encounters/#{@id}/collisions", { field: "length", choice: "said" })

    assert_equal [415, []], [row[:length_mm], chosen["collisions"]]
    send_json(:post, "/api/encounters/#{@id}/collisions", { field: "length", choice: "said" })

    assert_equal 404, last_response.status
    assert_equal 415,
      sent_by_device(revision: 3, length: length(415)) && row[:length_mm],
      "said again it is chosen already"
  end

  # An answer was lost: the phone says the same again, then more. Nothing of its own collides with
  # itself.
  def test_a_lost_answer_makes_no_collision
    sent_by_device
    sent_by_device(revision: 2, length: length(415))
    again = sent_by_device(revision: 2, length: length(415))
    later = sent_by_device(revision: 3, length: length(418))

    assert_equal(%w[known stored], [again, later].map { |answer| answer["answer"] })
    assert_equal [418, []], [row[:length_mm], later["collisions"]]
    assert_equal "known",
      sent_by_device(revision: 2, length: length(415))["answer"],
      "a late older one changes nothing"
    assert_equal 418, row[:length_mm]
  end

  def test_a_void_record_is_kept_counts_for_nothing_and_gives_its_tag_back
    sent_by_device
    sent_by_device(revision: 2, voided_because: "Touched by mistake.")

    assert_equal ["in_pouch", 0], [tag_state("MS000001"), db[:encounters].where(id: @id).count]
    assert_equal ["tagged", 412, @isolde[:id]], row.values_at(:kind, :length_mm, :voided_by)
    answer = dockside

    assert_equal [[], ["Touched by mistake."]],
      [answer["fish"], answer["void"].map { |entry| entry["voided_because"] }]
    sent_by_device(revision: 3)

    assert_equal ["applied", 1, nil],
      [tag_state("MS000001"), db[:encounters].where(id: @id).count, row[:voided_at]]
    assert_equal %w[applied issued applied],
      db[:tag_custody].where(tag_number: "MS000001").order(:id).select_map(:act).last(3)
  end

  def test_a_coordinator_voids_under_their_own_name_and_the_deck_does_not_bring_it_back
    sent_by_device
    as("hamish@marrow.example") do
      ashore({ voided_because: "It is the same fish as the one before." })
    end
    sent_by_device(revision: 2, note: "still talking")

    assert_equal [@hamish[:id], "still talking"], row.values_at(:voided_by, :note)
    assert_equal "in_pouch", tag_state("MS000001")
    ashore({ voided_because: nil })

    assert_equal [nil, "applied"], [row[:voided_at], tag_state("MS000001")]
  end

  def test_a_release_that_was_caught_again_cannot_be_void
    sent_by_device
    again =
      Seeds.encounter(
        @trip,
        start: Seeds::NOW - 600,
        kind: "recaptured",
        tag_numbers: ["MS000001"],
        tag_act: "left"
      )
    put_encounter(again)

    assert_equal "caught_again", ashore({ voided_because: "A slip." })["code"]
    assert_equal "applied", tag_state("MS000001")
  end

  def test_nobody_said_whether_the_tag_is_in
    sent_by_device(kind: "untagged", tag_numbers: [], tag_question: "MS000001")

    assert_equal %w[in_pouch tag], [tag_state("MS000001"), dockside["left"].first["field"]]
    ashore({ kind: "tagged", tag_numbers: ["MS000001"], tag_question: nil })

    assert_equal %w[applied tagged], [tag_state("MS000001"), row[:kind]]
    refute_includes(dockside["left"].map { |gap| gap["field"] }, "tag")
  end
end
