# frozen_string_literal: true

require_relative "../support/test_helper"

class VitalityTest < Minitest::Test
  def test_nothing_is_said_of_fewer_than_three_reflexes
    assert_nil Core::Handling::Vitality.impaired("rights_itself" => "absent", "gill_beat" => "present")
    assert_in_delta 1 / 3.0, Core::Handling::Vitality.impaired("rights_itself" => "absent", "gill_beat" => "present", "eye_follows" => "present")
    assert_in_delta 0.0, Core::Handling::Vitality.impaired(Core::Handling::Vitality::REFLEXES.to_h { |name| [name, "present"] })
  end
end

class CautionTest < Minitest::Test
  def score(seen = {}, **measured) = Core::Handling::Caution.score(seen:, **measured)

  # Each row of the table of contributions, on its own.
  def test_every_contribution_by_itself
    rows = {
      { hook_place: "jaw_corner" } => 0, { hook_place: "tongue" } => 8, { hook_place: "outside" } => 10, { hook_place: "eye" } => 20, { hook_place: "throat" } => 25,
      { hook_place: "gill" } => 35, { hook_place: "stomach", removal: "pulled" } => 50, { hook_place: "lip", removal: "pulled" } => 0, { bleeding: "light" } => 8,
      { bleeding: "heavy" } => 30, { pressure_signs: 1 } => 15, { pressure_signs: 4 } => 25, { pressure_signs: 2, sent_down: true } => 15, { sent_down: true } => 0,
      { dry_surface: true } => 8, { dropped: true } => 10, { hung_by_jaw: true } => 8, { open_wound: true } => 5,
      { reflexes: { "gill_beat" => "absent", "body_flex" => "absent", "eye_follows" => "present" } } => 16
    }

    rows.each { |seen, points| assert_equal points, score(seen).points, seen.inspect }
  end

  def test_time_over_budget_and_warm_water
    assert_equal([0, 5, 30, 0], [10, 15, 80, 5].map { |air| score(air_seconds: air, air_budget_seconds: 10).points })
    assert_equal 30, score(air_seconds: 3, air_budget_seconds: 0).points
    assert_equal([0, 8, 16], [40, 80, 400].map { |fight| score(fight_seconds: fight, fight_budget_seconds: 40).points })
    assert_equal([0, 10, 30], [16, 18, 20].map { |temp| score(water_temp_c: temp, warm_c: 16, stop_c: 20).points })
  end

  def test_bands_meet_without_a_gap_and_the_sum_is_capped
    bands = Core::Handling::Caution::BANDS

    assert_equal (0..100).to_a, bands.values.flat_map(&:to_a)
    worst = score({ hook_place: "stomach", removal: "pulled", bleeding: "heavy", dropped: true, hung_by_jaw: true, pressure_signs: 3 }, air_seconds: 99, air_budget_seconds: 10)

    assert_equal [100, :grave], [worst.points, worst.band]
    assert_operator worst.parts.sum { |part| part[:points] }, :>, 100
    assert_equal [20, :watch], score({ hook_place: "eye" }).to_h.values_at(:points, :band)
  end

  # More harm never lowers the score.
  def test_no_harm_is_ever_rewarded
    before = { hook_place: "roof", bleeding: "light", reflexes: { "gill_beat" => "present" }, pressure_signs: 1 }
    worse = [{ hook_place: "gill" }, { bleeding: "heavy" }, { reflexes: { "gill_beat" => "absent" } }, { pressure_signs: 2 }, { dropped: true }]

    worse.each { |change| assert_operator score(before.merge(change)).points, :>, score(before).points, change.inspect }
  end
end

class TagDecisionTest < Minitest::Test
  FIT = { score: Core::Handling::Caution.score(seen: {}), reflexes: {}, bleeding: "none", hook_place: "lip", length_mm: 420, min_taggable_mm: 300, authorised: true, tag_in_hand: true,
          seconds_left: 20, water_temp_c: 12, stop_c: 22 }.freeze

  def advise(**change) = Core::Handling::TagDecision.advise(**FIT, **change)

  def test_a_fit_fish_is_tagged
    assert_equal({ advice: :tag, reasons: [] }, advise)
    assert_equal :tag, advise(length_mm: nil)[:advice]
    assert_equal :tag, advise(length_mm: 250, tag_everything: true)[:advice]
    assert_equal :tag, advise(seconds_left: 12, tagging_seconds: 11)[:advice]
  end

  def test_each_condition_that_fails_lets_it_go_and_says_why
    { { score: Core::Handling::Caution.score(seen: { hook_place: "gill", bleeding: "light" }) } => /43 points/, { bleeding: "heavy" } => /bleeds/, { hook_place: "gill" } => /gills/,
      { reflexes: { "rights_itself" => "absent" } } => /right itself/, { length_mm: 299 } => /shorter than 300/, { water_temp_c: 22 } => /limit/, { authorised: false } => /may not/,
      { tag_in_hand: false } => /no tag/, { seconds_left: 12.7 } => /only 12 s are left.*takes 20/ }.each do |change, sentence|
      told = advise(**change)

      assert_equal [:let_go, 1], [told[:advice], told[:reasons].size], change.inspect
      assert_match sentence, told[:reasons].first
    end
  end
end

# What the Deck adds up from the card's tables must be what core computes.
class CautionTableTest < Minitest::Test
  CAUTION = Core::Handling::Caution

  def test_the_rows_for_going_over_a_budget_say_what_the_formula_says
    table = CAUTION.table
    rng = Random.new(4)
    500.times do
      ratio = rng.rand * 5
      air = table[:air_over].count { |least| ratio >= least }
      fight = table[:fight_over].count { |least| ratio >= least }
      score = CAUTION.score(seen: {}, air_seconds: ratio * 20, air_budget_seconds: 20, fight_seconds: ratio * 40, fight_budget_seconds: 40)

      assert_equal score.points, air + fight, ratio
    end
  end

  def test_bands_start_where_the_rules_say = assert_equal([[0, :good], [20, :watch], [40, :poor], [60, :grave]], CAUTION.table[:bands].map(&:values))
end

class ReviewTest < Minitest::Test
  # Hand-made sum: gill 35, light blood 8, one absent reflex 8, dropped 10, old damage 5, fight 60 s of 45 (1.33) 3.
  def test_a_record_is_held_against_its_budgets
    species = Store::Species.new(TestDatabase.unit).find("seabass")
    weight_g = species.weight_g_at(412)
    review = Core::Handling::Review.of(species:, rules: Core::Protocol::HouseRules.new(version: 1, choices: {}), encounter: {
                                         hook_place: "gill", bleeding: "light", reflexes: { tail_burst: "absent" }, handling: %w[dropped], marks: %w[old_hook_scar],
                                         length_mm: 412, air_seconds: 8.0, fight_seconds: Core::Handling::FightBudget.seconds(weight_g:) * 1.33, water_temp_c: 12
                                       })

    assert_equal 69, review.score.points
    assert_equal(["hook in the gill", "bleeding", "open wound or old hook damage", "dropped", "no tail burst", "fight over budget"], review.score.parts.map { |part| part[:name] })
    assert_equal :grave, review.score.band
  end
end
