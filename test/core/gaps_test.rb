# frozen_string_literal: true

require_relative "../support/test_helper"

# What a record lacks, told for the fish that it costs something, the worst first.
class GapsTest < Minitest::Test
  WHOLE = Core::Records::Encounter.new(
    id: 1, kind: "tagged", fate: "released", source: "paper", length_mm: 480, lat_deg: 48.6,
    air_seconds: 12.0, hook_place: "lip", bleeding: "none", outcome: "swam", weight_how: "scale",
    tare_g: 150, collisions: [], tag_question: nil
  )

  BASS, CRAB = %i[bass_like crabs_and_lobsters].map do |guild_key|
    Core::Fish::Species.new(guild_key:)
  end

  def fields(animal = BASS, **changes)
    gaps = Core::Trips::Gaps.of([WHOLE.with(**changes)], species: ->(_code) { animal })
    gaps.map { |gap| gap[:field] }
  end

  def test_a_whole_record_lacks_nothing
    assert_empty fields
    assert_empty fields(kind: "untagged", bleeding: nil, outcome: nil)
    assert_empty fields(fate: "kept", outcome: nil, air_seconds: nil)
    assert_empty fields(source: "deck", air_seconds: 0)
    assert_empty fields(weight_how: "typed", tare_g: nil)
  end

  def test_each_lack_is_its_own
    {
      { collisions: [{ field: "length" }] } => "collision", { tag_question: "MS000004" } => "tag",
      { length_mm: nil } => "length", { lat_deg: nil } => "place", { air_seconds: nil } => "air",
      { air_seconds: 0 } => "air", { hook_place: nil } => "hook_place",
      { bleeding: nil } => "bleeding", { outcome: nil } => "outcome", { tare_g: nil } => "tare",
      { kind: "untagged", length_mm: nil } => "length"
    }.each { |lack, field| assert_equal [field], fields(**lack), lack.to_s }
  end

  def test_nobody_is_asked_for_the_lip_of_a_crab_or_twice_for_what_nobody_knows
    assert_empty fields(CRAB, hook_place: nil, bleeding: nil)
    assert_equal %w[length outcome], fields(CRAB, length_mm: nil, outcome: nil)
    assert_equal %w[outcome], fields(length_mm: nil, outcome: nil, not_known: %w[length])
  end

  # A length that nobody knows costs most where there is a tag to tell how it grew.
  def test_what_harms_most_comes_first_and_fish_in_their_order
    small = WHOLE.with(id: 2, kind: "untagged", length_mm: nil)
    big = WHOLE.with(id: 3, length_mm: nil, outcome: nil)
    answer = Core::Trips::Gaps.of([small, big, big.with(id: 4)], species: ->(_code) { BASS })

    harms = answer.map { |gap| gap.values_at(:encounter_id, :harm) }

    assert_equal [[3, 8], [4, 8], [3, 3], [4, 3], [2, 1]], harms
  end
end
