# frozen_string_literal: true

require_relative "../support/test_helper"

class AirBudgetTest < Minitest::Test
  BASE = { fragile: 10, sensitive: 15, ordinary: 20, hardy: 30 }.freeze

  def one_lift(air_class, temp, warm, stop, fight: 0.5, size: 0.5)
    Core::Handling::AirBudget.for(air_class:, base_seconds: BASE.fetch(air_class), water_temp_c: temp, warm_c: warm, stop_c: stop,
                                  fight_ratio: fight, length_mm: size * 1000, large_mm: 1000).one_lift_seconds
  end

  def test_vectors_of_the_balanced_school
    assert_equal 8, one_lift(:fragile, 17.0, 16, 20)
    assert_equal 5, one_lift(:sensitive, 10.0, 16, 20, fight: 2.4, size: 0.85)
    assert_equal 30, one_lift(:hardy, 10.0, 20, 24)
    assert_equal 7, one_lift(:ordinary, 24.0, 20, 24, fight: 1.3)
  end

  def test_all_lifts_together_may_take_twice_one_lift
    budget = Core::Handling::AirBudget.for(air_class: :hardy, base_seconds: 30, warm_c: 18, stop_c: 22, large_mm: 600)

    assert_equal [30, 60], [budget.one_lift_seconds, budget.total_seconds]
    assert(budget.reasons.any? { |line| line.include?("not read") })
  end

  def test_above_the_legal_length_it_is_not_lifted_at_all
    budget = Core::Handling::AirBudget.for(air_class: :sensitive, base_seconds: 15, warm_c: 18, stop_c: 22, large_mm: 1500, length_mm: 1201, in_water_only_mm: 1200)

    assert_equal [0, 0], [budget.one_lift_seconds, budget.total_seconds]
  end

  def test_rest_is_twice_the_last_lift_but_never_under_half_a_minute
    assert_equal([30, 30, 44], [0, 10, 22].map { |lift| Core::Handling::AirBudget.rest_seconds(lift) })
  end

  # More heat, a longer fight or a larger fish never lengthens the budget.
  def test_no_burden_ever_buys_time
    %i[fragile hardy].each do |air_class|
      temps = (5..30).map { |temp| one_lift(air_class, temp, 16, 20) }

      assert_equal temps.sort.reverse, temps
      assert_operator one_lift(air_class, 18, 16, 20, fight: 1.2), :<=, one_lift(air_class, 18, 16, 20)
      assert_operator one_lift(air_class, 18, 16, 20, size: 0.9), :<=, one_lift(air_class, 18, 16, 20)
    end
  end
end

class FightBudgetTest < Minitest::Test
  def test_vectors
    assert_equal([36, 45, 83, 172], [500, 1000, 4000, 15_000].map { |weight_g| Core::Handling::FightBudget.seconds(weight_g:) })
  end
end

class StagesTest < Minitest::Test
  START = Time.utc(2026, 6, 15, 9, 0, 0)

  def stages(*taps) = Core::Handling::Stages.new(taps.map { |act, after| { act:, at: START + after } })

  def test_two_lifts_with_a_rest_between
    told = stages(["fish_on", 0], ["in_net", 40], ["lifted", 70], ["back_in_water", 79], ["lifted", 120], ["back_in_water", 126.5], ["let_go", 150])

    assert_in_delta 40.0, told.fight_seconds
    assert_in_delta 30.0, told.net_rest_seconds
    assert_equal [9.0, 6.5], told.lift_seconds
    assert_in_delta 15.5, told.air_seconds
    assert_equal [41.0, 23.5], told.rest_seconds
    assert_in_delta 110.0, told.handling_seconds
  end

  def test_let_go_from_the_hand_ends_the_lift
    assert_in_delta 7.0, stages(["fish_on", 0], ["lifted", 30], ["let_go", 37]).air_seconds
  end

  def test_a_single_tap_is_a_record_and_what_is_not_known_is_nil
    told = stages(["let_go", 0])

    assert_nil told.fight_seconds
    assert_nil told.net_rest_seconds
    assert_in_delta 0.0, told.air_seconds
  end

  def test_a_fish_that_floated_is_fetched_again
    assert_in_delta 9.0, stages(["fish_on", 0], ["lifted", 30], ["let_go", 35], ["lifted", 60], ["back_in_water", 64], ["let_go", 90]).air_seconds
  end

  def test_refuses_time_that_runs_backwards_and_acts_out_of_order
    assert_equal :clock_out_of_order, assert_raises(Core::InvalidInput) { stages(["fish_on", 10], ["in_net", 9.999]) }.code
    [%w[in_net fish_on], %w[back_in_water back_in_water], %w[kept lifted], %w[lifted lifted], %w[let_go let_go]].each do |acts|
      refused = assert_raises(Core::InvalidInput, acts.inspect) { stages(*acts.each_with_index.to_a) }

      assert_equal :act_out_of_order, refused.code
      assert_includes refused.fields.keys, "stages"
    end
  end
end
