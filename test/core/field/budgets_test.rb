# frozen_string_literal: true

require_relative "../../support/field_helper"

class AirBudgetTest < Minitest::Test
  AirBudget = Core::Handling::AirBudget

  # Formula only: heat, fight and size as factors of the balanced school's base.
  def test_vectors_of_the_balanced_school
    fragile =
      AirBudget.one_lift_seconds(
        10,
        heat: AirBudget.heat(17.0, 16, 20),
        fight: AirBudget.fight(0.5),
        size: 1.0
      )
    sensitive =
      AirBudget.one_lift_seconds(
        15,
        heat: AirBudget.heat(10.0, 16, 20),
        fight: AirBudget.fight(2.4),
        size: 0.75
      )
    ordinary =
      AirBudget.one_lift_seconds(
        20,
        heat: AirBudget.heat(24.0, 20, 24),
        fight: AirBudget.fight(1.3),
        size: 1.0
      )

    assert_equal [8, 5, 7], [fragile, sensitive, ordinary]
    assert_equal 30, AirBudget.one_lift_seconds(30, heat: 1.0, fight: 1.0, size: 1.0)
    assert_equal 8, AirBudget.one_lift_seconds(10, heat: 0.8, fight: 1.0, size: 1.0)
  end

  def test_all_lifts_together_may_take_twice_one_lift
    budget = AirBudget.for(Fish.situation(Fish::HARDY))

    assert_equal [30, 60, nil], [budget.one_lift_seconds, budget.total_seconds, budget.no_lift]
    assert_includes budget.reasons, "water temperature not measured: nothing taken off for heat"
  end

  # Wherever the advice says "do not lift it", no second stands beside it.
  def test_what_is_not_lifted_has_no_seconds
    {
      Fish.situation(Fish::TROUT, water_temp_c: 16) => /fragile fish is not lifted from 16\.0/,
      Fish.situation(water_temp_c: 22.5) => /from 22\.0 °C on/,
      Fish.situation(Fish::SHARK, **Fish.measured(1150, kind: "TL")) => /large one is never/,
      Fish.situation(Fish::STURGEON) => /measured in the water.*120\.0 cm TL/
    }.each do |situation, sentence|
      budget = AirBudget.for(situation)

      assert_equal [0, 0], [budget.one_lift_seconds, budget.total_seconds], sentence.inspect
      assert_match sentence, budget.no_lift
      assert_equal [budget.no_lift], budget.reasons
    end
    assert_equal 10, AirBudget.for(Fish.situation(Fish::TROUT, water_temp_c: 15.9)).one_lift_seconds
    assert_equal 15,
      AirBudget.for(
        Fish.situation(Fish::SHARK, **Fish.measured(900, kind: "TL"))
      ).one_lift_seconds
  end

  def test_rest_is_twice_the_last_lift_but_never_under_half_a_minute
    assert_equal([30, 30, 44], [0, 10, 22].map { |lift| AirBudget.rest_seconds(lift) })
  end

  # What is just within a bound costs nothing of what lies behind it.
  def test_each_bound_of_fight_and_heat_is_on_the_fishs_side_of_it
    fight = [1, 1.01, 2, 2.01].map { |ratio| AirBudget.fight(ratio) }
    heat = [nil, 16, 18, 20, 21].map { |temp_c| AirBudget.heat(temp_c, 16, 20) }

    assert_equal [1.0, 0.75, 0.75, 0.5], fight
    assert_equal [1.0, 1.0, 0.75, 0.5, 0.5], heat
  end

  # More heat, a longer fight or a larger fish never lengthens the budget.
  def test_no_burden_ever_buys_time
    one_lift = lambda do |animal, temp, fight, mm|
      ends = (fight * 1000).round
      AirBudget.for(
        Fish.situation(
          animal,
          water_temp_c: temp,
          **Fish.measured(mm),
          taps: Fish.taps(["fish_on", 0], ["in_net", ends])
        )
      ).one_lift_seconds
    end
    [Fish::TROUT, Fish::HARDY, Fish::BASS].each do |animal|
      temps = (5..30).map { |temp| one_lift.call(animal, temp, 5, 400) }

      assert_equal temps.sort.reverse, temps
      assert_operator one_lift.call(animal, 10, 60, 400), :<, one_lift.call(animal, 10, 5, 400)
      assert_operator one_lift.call(animal, 10, 500, 400), :<, one_lift.call(animal, 10, 60, 400)
      assert_operator one_lift.call(animal, 10, 5, 650), :<, one_lift.call(animal, 10, 5, 400)
    end
  end
end

class FightBudgetTest < Minitest::Test
  def test_vectors
    assert_equal(
      [36, 45, 83, 172],
      [500, 1000, 4000, 15_000].map { |weight_g| Core::Handling::FightBudget.seconds(weight_g:) }
    )
  end
end

# Every limit on length is held against the length in the kind that the limit is in.
class LengthInItsKindTest < Minitest::Test
  def no_lift(animal, law: nil, **encounter) = Fish.situation(animal, law:, **encounter).no_lift

  # A fork length of 1080 mm is 1200 mm and more of total length by this species' line.
  def test_a_fork_length_is_not_held_against_a_limit_of_total_length
    assert_nil no_lift(Fish::STURGEON, **Fish.measured(1000, kind: "FL"))
    assert_equal :over_legal, no_lift(Fish::STURGEON, **Fish.measured(1085, kind: "FL"))
    assert_nil no_lift(Fish::STURGEON, **Fish.measured(1100, kind: "TL"))
  end

  def test_near_the_limit_and_unknown_are_taken_the_careful_way
    assert_equal :over_legal, no_lift(Fish::STURGEON, **Fish.measured(1197, kind: "TL"))
    assert_equal :unmeasured, no_lift(Fish::STURGEON)
    unconverted = Fish.species(Fish::STURGEON, fl_to_tl: nil)

    assert_equal :kind, no_lift(unconverted, **Fish.measured(600, kind: "FL"))
    assert_match(
      /FL cannot be converted to the TL/,
      Core::Handling::AirBudget.for(
        Fish.situation(unconverted, **Fish.measured(600, kind: "FL"))
      ).no_lift
    )
  end

  def test_the_law_has_a_kind_of_its_own
    law = Core::Law::Entry.new(species_code: "bass", in_water_only_mm: 640, length_kind: "TL")

    assert_equal :unmeasured, no_lift(Fish::BASS, law:)
    assert_nil no_lift(Fish::BASS, law:, **Fish.measured(580))
    assert_equal :over_legal, no_lift(Fish::BASS, law:, **Fish.measured(600))
  end

  def test_a_kind_that_cannot_be_turned_counts_as_large_and_says_so
    budget =
      Core::Handling::AirBudget.for(
        Fish.situation(
          Fish.species(Fish::BASS, fl_to_tl: nil),
          **Fish.measured(300, kind: "TL"),
          water_temp_c: 12
        )
      )

    assert_equal 15, budget.one_lift_seconds
    assert_includes budget.reasons,
      "its TL cannot be converted to FL, so it counts as large: × 0.75"
  end
end

class PressureTest < Minitest::Test
  Pressure = Core::Handling::Pressure

  def test_vector
    lift = Pressure.lift_kg(weight_g: 2400, depth_m: 32, water: "sea")

    # 10.33 m of fresh water weigh as much as the air above it.
    assert_in_delta 2.0, Pressure.atmospheres(10.33, "fresh"), 1e-9
    assert_in_delta 4.0, Pressure.atmospheres(30.99, "fresh"), 1e-9
    assert_in_delta 4.1778, Pressure.atmospheres(32, "sea"), 0.0001
    assert_in_delta 0.3813, lift, 0.0001
    assert_in_delta 0.629, Pressure.lead_kg(lift, "sea"), 0.0005
  end

  def test_the_lift_is_gone_where_it_was_caught_and_only_shrinks_on_the_way_down
    curve = Pressure.residual_lift(weight_g: 2400, depth_m: 32, water: "sea").map(&:last)

    assert_in_delta 0.0, curve.last, 1e-9
    assert_equal curve.sort.reverse, curve
    assert_in_delta 0.45, Pressure.lead_kg(0.001, "sea")
  end

  def test_released_at_half_the_depth_and_ten_metres_but_never_below_the_catch
    assert_equal([20, 10, 8], [40, 12, 8].map { |depth| Pressure.release_depth_m(depth) })
  end

  # Gas in a sealed bladder has doubled at about 10 m.
  def test_from_how_deep_a_fish_is_minded_and_likely_hurt
    rules = Core::Protocol::HouseRules.default
    depths = ->(bladder, **how) { Pressure.depths(Fish.species(Fish::BASS, bladder:), rules, **how) }

    assert_equal({ mind_m: 6, likely_m: 10 }, depths["sealed"])
    assert_equal({ mind_m: 20, likely_m: 30 }, depths["open"])
    assert_nil depths["none"]
    assert_equal([6, 20], %w[sealed open].map { |kind| depths[kind, harsher: true][:likely_m] })
    careful = Core::Protocol::HouseRules.new(
      version: 2, choices: {}, figures: { sealed_mind_m: 3, sealed_likely_m: 8 }
    )

    assert_equal({ mind_m: 3, likely_m: 8 },
      Pressure.depths(Fish.species(Fish::BASS, bladder: "sealed"), careful))
  end

  def test_the_descender_is_for_a_fish_that_depth_has_hurt_in_a_house_that_descends
    lead = lambda do |animal = Fish::DEEP, rules: Core::Protocol::HouseRules.default, **seen|
      Pressure.descender(Fish.situation(animal, rules:, **seen))
    end

    assert_equal(
      { lead_kg: 0.63, release_depth_m: 16, weight_g: 2400 },
      lead.call(depth_m: 32, weight_g: 2400)
    )
    # Half of 32.6 m is 16.3: in whole metres the next one down, but none below the catch.
    assert_equal 17, lead.call(depth_m: 32.6)[:release_depth_m]
    assert_equal 7, lead.call(depth_m: 7.5, pressure_signs: ["swollen"])[:release_depth_m]
    assert_nil lead.call(depth_m: 19)
    assert_in_delta(0.45, lead.call(depth_m: 12, pressure_signs: ["swollen"])[:lead_kg])
    assert_nil lead.call(depth_m: 5, pressure_signs: ["stomach_out"]),
      "a stomach turned out by the hook is not pressure"
    assert lead.call(depth_m: 12, pressure_signs: ["stomach_out"]), "from 6 m on it may be"
    assert_nil lead.call(Fish::SHARK, depth_m: 60, pressure_signs: ["swollen"])
    assert_nil lead.call(rules: Fish.rules(pressure: :vent), depth_m: 60)
  end
end
