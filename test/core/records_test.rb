# frozen_string_literal: true

require_relative "../support/test_helper"

# What is kept of a fish in hand and of a tag that was found, and what each says of itself.
class RecordsTest < Minitest::Test
  Encounter = Core::Records::Encounter
  Report = Core::Recaptures::Report
  DAY = Date.new(2026, 6, 1)

  def encounter(**fields)
    Encounter.new(
      id: "e1", member_id: "m1", kind: "tagged", fate: "released", source: "deck",
      spoiled_numbers: ["MS000009"], lost_numbers: ["MS000010"], tag_act: "added", **fields
    )
  end

  def test_a_void_encounter_counts_for_nothing_but_that_it_was_said
    standing = encounter

    assert_same standing, standing.counted
    void = encounter(voided_because: "A slip of the thumb.")

    assert_equal [false, true], [encounter.void?, void.void?]
    assert_equal ["untagged", [], [], nil],
      void.counted.to_h.values_at(:kind, :spoiled_numbers, :lost_numbers, :tag_act)
    assert_equal ["e1", "A slip of the thumb."], [void.counted.id, void.counted.voided_because]
    assert_equal "tagged", encounter.counted.kind
  end

  def test_what_an_encounter_is
    asked = %i[tagged? recaptured? untagged? kept? imported?]
    answer = ->(**of) { asked.select { |question| encounter(**of).public_send(question) } }

    assert_equal %i[tagged?], answer[]
    assert_equal %i[recaptured? kept?], answer[kind: "recaptured", fate: "kept"]
    assert_equal %i[untagged? imported?], answer[kind: "untagged", source: "import"]
    assert encounter.of?(Core::People::Member.new(id: "m1"))
    refute encounter.of?(Core::People::Member.new(id: "m2"))
    assert_empty encounter.open_collisions
    assert_in_delta 2.5,
      encounter(length_mm: 400, length_kind: "FL", length_how: "photo", length_sd_mm: 2.5)
        .length.sd_mm
  end

  def test_what_was_read_on_the_deck_is_a_report_of_the_same_catch
    read = Report.read_on_deck(
      encounter(species_code: "cod", caught_on: DAY, lat_deg: 48.6, lon_deg: -21.4,
        length_mm: 500, length_kind: "TL", length_how: "photo", length_sd_mm: 4.0),
      %w[MS000001 MS000002 MS000001]
    )

    assert_predicate read, :on_deck?
    assert_equal ["MS000001", %w[MS000002 MS000001], %w[MS000001 MS000002]],
      [read.number_as_read, read.more_numbers, read.numbers]
    assert_equal %w[MS000001 MS000002], read.for_matching[:numbers]
    assert_in_delta 4.0, read.for_matching[:length].sd_mm
    assert_equal ["cod", DAY, 48.6, -21.4],
      read.for_matching.values_at(:species_code, :caught_on, :lat_deg, :lon_deg)
    refute read.for_matching.key?(:caught_from), "its day is known"
  end

  # Where a finder knows no day, the first one that it can have been is told, also as none.
  def test_a_day_is_told_as_far_as_it_is_known
    days = [nil, "day", "span", "unknown"].map do |day_said|
      Report.new(number_as_read: "MS1", caught_on: DAY, caught_from: DAY - 9, day_said:)
    end

    assert_equal [true, true, false, false], days.map(&:day_known?)
    assert_equal([false, false, true, true], days.map { |day| day.for_matching.key?(:caught_from) })
    assert_equal ["1 June 2026", "1 June 2026", "a day between 23 May 2026 and 1 June 2026",
      "a day that is not known"], days.map(&:day_words)
  end

  def fish(fish_id) = Core::Recaptures::TaggedFish.new(fish_id:)

  def test_how_a_report_stands
    waiting, joined = %w[waiting joined].map { |state| Report.new(state:, fish_id: "f1") }

    assert_equal [true, false, false, true],
      [waiting.waiting?, waiting.joined?, joined.waiting?, joined.joined?]
    assert waiting.matched_to?(fish("f1"))
    refute waiting.matched_to?(fish("f2"))
    refute Report.new.matched_to?(fish(nil)), "nothing is no fish"
    refute_predicate waiting, :on_deck?
  end

  def test_a_spot_lies_in_water_of_its_kind
    outline = Struct.new(:is) { def water_at(*) = is }
    spot = Core::Geography::Spot.new(lat_deg: 48.6, lon_deg: -21.4, water_kind: "sea")

    assert spot.wet?(outline.new(:sea))
    refute spot.wet?(outline.new(:lough))
    refute spot.wet?(outline.new(nil))
    assert spot.with(water_kind: "fresh").wet?(outline.new(:lough))
  end

  # As a phone stamps them, or as they are kept: both to the millisecond.
  def test_moments_are_as_good_as_milliseconds
    noon = Time.utc(2026, 6, 1, 12)
    taps = [["fish_on", 0], ["in_net", 41.25], ["let_go", 60]]
      .map { |act, seconds| { act:, at: noon + Rational(seconds.to_s) } }

    assert_in_delta 41.25, Core::Handling::Stages.new(taps).fight_seconds, 1e-9
  end
end
