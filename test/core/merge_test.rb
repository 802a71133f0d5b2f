# frozen_string_literal: true

require_relative "../support/test_helper"
require "pbt"

# Two devices, one record.
class MergeTest < Minitest::Test
  MERGE = Core::Records::Merge
  FIRST = {
    "length" => {
      "length_mm" => 412
    },
    "note" => nil,
    "hook_place" => nil,
    "kind" => "tagged",
    "tag_numbers" => ["MS000001"],
    "weight_g" => nil,
    "weight_how" => nil,
    "tare_g" => nil
  }.freeze
  BASE = { "said" => FIRST, "stands" => FIRST }.freeze

  def test_a_gap_filled_ashore_stays_when_the_deck_says_something_else
    merged =
      MERGE.call(
        base: BASE,
        sent: FIRST.merge("note" => "by the wall"),
        stands: FIRST.merge("hook_place" => "lip")
      )

    assert_equal [["note"], []], merged.values_at(:fields, :collisions)
  end

  def test_what_both_changed_differently_waits_for_the_person_with_both_values
    merged =
      MERGE.call(
        base: BASE,
        sent: FIRST.merge("length" => { "length_mm" => 415 }),
        stands: FIRST.merge("length" => { "length_mm" => 421 })
      )

    assert_empty merged[:fields]
    assert_equal(
      [["length", { "length" => { "length_mm" => 421 } }, { "length" => { "length_mm" => 415 } }]],
      merged[:collisions].map { |collision| collision.values_at(:field, :stands, :said) }
    )
  end

  def test_the_same_on_both_is_no_collision_and_what_belongs_together_moves_together
    weighed = { "weight_g" => 900, "weight_how" => "scale", "tare_g" => 60 }
    same = MERGE.call(base: BASE, sent: FIRST.merge(weighed), stands: FIRST.merge(weighed))
    alone = MERGE.call(base: BASE, sent: FIRST.merge(weighed), stands: FIRST)

    assert_equal [[], []], same.values_at(:fields, :collisions)
    assert_equal weighed.keys.sort, alone[:fields].sort
  end

  # Somebody ashore changed the length; the Deck never did, and says the old one again with
  # everything it sends.
  def test_saying_the_same_again_brings_nothing_back
    base = { "said" => FIRST, "stands" => FIRST.merge("note" => "merged before") }
    merged =
      MERGE.call(
        base:,
        sent: FIRST,
        stands: FIRST.merge("length" => { "length_mm" => 430 }, "note" => nil)
      )

    assert_equal [[], []], merged.values_at(:fields, :collisions)
  end

  def test_a_device_that_never_spoke_of_it_takes_nothing_away
    merged =
      MERGE.call(
        base: nil,
        sent: FIRST.merge("hook_place" => nil),
        stands: FIRST.merge("hook_place" => "lip", "note" => "x")
      )

    assert_equal [[], []], merged.values_at(:fields, :collisions)
  end

  # Whatever three texts there are: each field ends as one of them, a change of one side alone
  # always counts, and only what both changed differently waits.
  def test_of_any_three_states_nothing_is_lost_and_nothing_invented
    values = [nil, "a", "b", "c"]
    Pbt.assert(num_runs: 300) do
      Pbt.property(Pbt.array(Pbt.integer(min: 0, max: 3), min: 9, max: 9)) do |picks|
        base, statement, stands =
          picks
            .each_slice(3)
            .map { |some| %w[note species_code outcome].zip(some.map { |pick| values[pick] }).to_h }
        merged = MERGE.call(base: { "said" => base, "stands" => base }, sent: statement, stands:)
        statement.each_key do |field|
          counts = merged[:fields].include?(field)
          waits = merged[:collisions].any? { |collision| collision[:field] == field }
          raise "#{field} is both" if counts && waits

          wanted = statement[field] != base[field] && statement[field] != stands[field]
          apart = wanted && stands[field] != base[field]
          raise "#{field}: #{picks}" unless [counts, waits] == [wanted && !apart, apart]
        end
      end
    end
  end
end
