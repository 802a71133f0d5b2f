# frozen_string_literal: true

require_relative "../../support/field_helper"

class StagesTest < Minitest::Test
  def stages(*taps, now: nil)
    Core::Handling::Stages.new(
      taps.map { |act, after| { act:, at: after * 1000 } },
      now_ms: now && (now * 1000)
    )
  end

  def test_two_lifts_with_a_rest_between
    answer =
      stages(
        ["fish_on", 0],
        ["in_net", 40],
        ["lifted", 70],
        ["back_in_water", 79],
        ["lifted", 120],
        ["back_in_water", 126.5],
        ["let_go", 150]
      )

    assert_in_delta 40.0, answer.fight_seconds
    assert_in_delta 30.0, answer.net_rest_seconds
    assert_equal [9.0, 6.5], answer.lift_seconds
    assert_in_delta 15.5, answer.air_seconds
    assert_equal [41.0, 23.5], answer.rest_seconds
    assert_in_delta 110.0, answer.handling_seconds
  end

  def test_let_go_from_the_hand_ends_the_lift
    assert_in_delta 7.0, stages(["fish_on", 0], ["lifted", 30], ["let_go", 37]).air_seconds
  end

  # In the water from first to last is the best handling there is; a single tap tells nothing of it.
  def test_never_lifted_is_no_time_in_the_air_and_not_known_is_nil
    assert_in_delta 0.0, stages(["fish_on", 0], ["in_net", 30], ["let_go", 50]).air_seconds
    assert_nil stages(["let_go", 0]).air_seconds
    assert_nil stages(["back_in_water", 0], ["let_go", 9]).air_seconds
    assert_nil stages(["let_go", 0]).fight_seconds
    assert_nil stages(["let_go", 0]).net_rest_seconds
    assert_nil stages(["fish_on", 0], ["in_net", 30]).handling_seconds
    assert_nil stages(["fish_on", 0]).handling_seconds
  end

  def test_a_lift_without_an_end_has_no_time_yet_but_a_clock_may_look_at_it
    assert_nil stages(["fish_on", 0], ["lifted", 30]).air_seconds
    assert_in_delta 4.5, stages(["fish_on", 0], ["lifted", 30], now: 34.5).air_seconds
    assert_empty stages(["fish_on", 0], ["lifted", 30], now: 34.5).ended_lift_seconds
    assert_in_delta 12.0, stages(["fish_on", 0], now: 12).fight_seconds
    assert_in_delta(0.0, stages(["lifted", 30], now: 29).air_seconds)
  end

  def test_a_fish_that_floated_is_fetched_again
    assert_in_delta 9.0,
      stages(
        ["fish_on", 0],
        ["lifted", 30],
        ["let_go", 35],
        ["lifted", 60],
        ["back_in_water", 64],
        ["let_go", 90]
      ).air_seconds
  end

  def test_the_tag_has_a_tap_of_its_own_that_moves_nothing
    on_board =
      stages(
        ["fish_on", 0],
        ["lifted", 30],
        ["tag_in", 36.5],
        ["back_in_water", 38],
        ["let_go", 60]
      )

    assert_equal ["board", 6.5, 8.0],
      [on_board.tag_where, on_board.tagging_seconds, on_board.air_seconds]
    in_water = stages(["fish_on", 0], ["in_net", 30], ["tag_in", 50], ["let_go", 60])

    assert_equal ["water", nil, 0.0],
      [in_water.tag_where, in_water.tagging_seconds, in_water.air_seconds]
    assert_equal ["in_net", true],
      [
        stages(["in_net", 0], ["tag_in", 9]).current,
        stages(["in_net", 0], ["tag_in", 9]).tagged?
      ]
    assert_nil stages(["in_net", 0], ["let_go", 9]).tag_where
  end

  def test_refuses_time_that_runs_backwards_and_acts_out_of_order
    assert_equal :clock_out_of_order,
      assert_raises(Core::InvalidInput) {
        stages(["fish_on", 10], ["in_net", 9.999])
      }.code
    [
      %w[in_net fish_on],
      %w[back_in_water back_in_water],
      %w[kept lifted],
      %w[lifted lifted],
      %w[let_go let_go],
      %w[fish_on tag_in],
      %w[tag_in in_net],
      %w[in_net tag_in lifted tag_in]
    ].each do |acts|
      refused =
        assert_raises(Core::InvalidInput, acts.inspect) { stages(*acts.each_with_index.to_a) }

      assert_equal :act_out_of_order, refused.code
      assert_includes refused.fields.keys, "stages"
    end
  end
end

# What the clock says is told ahead, from the last tap on.
class ClockTest < Minitest::Test
  def test_a_lift_that_still_runs_is_not_among_those_that_ended
    taps = Fish.taps(["lifted", 0], ["back_in_water", 20_000], ["lifted", 50_000])
    running = Core::Handling::Stages.new(taps, now_ms: 61_000)

    assert_equal [20.0, 11.0], running.lift_seconds
    assert_equal [20.0], running.ended_lift_seconds
  end

  def marks(now_ms, *taps, species: Fish::ORDINARY, **seen)
    situation = Fish.situation(species, taps: Fish.taps(*taps), now_ms:, **seen)
    Core::Handling::Clock.of(situation, air_budget: Core::Handling::AirBudget.for(situation))
  end

  def plain(marks) = marks.map { |entry| entry.slice(:at_ms, :tone, :counts, :sound).values }

  def test_a_lift_of_twenty_seconds_warns_at_ten_and_is_over
    assert_equal [
      [1000, "calm", "down", nil],
      [11_000, "hurry", "down", "ten"],
      [20_000, "hurry", "down", nil],
      [21_000, "stop", "over", "over"]
    ],
      plain(marks(1000, "fish_on", ["lifted", 1000]))
    thirty = marks(0, ["lifted", 0], species: Fish::HARDY)

    assert_equal(
      [[0, nil], [15_000, "half"], [20_000, "ten"], [29_000, nil], [30_000, "over"]],
      thirty.map { |entry| entry.values_at(:at_ms, :sound) }
    )
    ten = marks(0, ["lifted", 0], species: Fish::TROUT)

    assert_equal(
      [[0, nil], [5000, "half"], [9000, nil], [10_000, "over"]],
      ten.map { |entry| entry.values_at(:at_ms, :sound) }
    )
  end

  # 20 s twice are 40 in all: 25 are gone, so the second lift has 15.
  def test_the_second_lift_has_what_is_left_of_all
    second = marks(90_000, ["lifted", 0], ["back_in_water", 25_000], ["lifted", 90_000])

    assert_equal 105_000, second.last[:at_ms]
    assert_equal(
      [[85_000, "over"]],
      marks(85_000, ["lifted", 0], ["back_in_water", 45_000], ["lifted", 85_000]).map do |mark|
        mark.values_at(:at_ms, :sound)
      end
    )
  end

  def test_rest_runs_down_and_then_up
    others = marks(50_000, ["lifted", 0], ["back_in_water", 18_000])

    assert_equal(
      [[18_000, "down", 54_000], [54_000, "up", 18_000]],
      others.map { |read| read.values_at(:at_ms, :counts, :from_ms) }
    )
    assert_equal "still to rest before another lift of 20 s", others.first[:words]
    assert_equal "no lift is left: release it when it kicks",
      marks(0, ["lifted", 0], ["back_in_water", 45_000]).first[:words]
  end

  def test_no_figure_stands_beside_do_not_lift_it
    [%w[fish_on in_net lifted], %w[fish_on in_net lifted back_in_water], []].each do |acts|
      shown = marks(9000, *acts, species: Fish::TROUT, water_temp_c: 17).first

      assert_nil shown[:seconds]
      refute_match(/\d s\b/, shown[:words])
    end
    assert_equal(
      [%w[stop none]],
      marks(0, species: Fish::TROUT, water_temp_c: 17).map { |mark| mark.values_at(:tone, :counts) }
    )
  end

  def test_the_fight_is_late_after_its_budget_and_the_end_says_all
    if marks(0, ["fish_on", 0]).last[:words].include?("43 s")
      assert_equal([0, 43_000], marks(0, ["fish_on", 0]).map { |mark| mark[:at_ms] })
    end

    assert_equal(
      [["still", 4.5]],
      marks(0, ["fish_on", 0], ["lifted", 1000], ["let_go", 5500]).map do |mark|
        mark.values_at(:counts, :seconds)
      end
    )
    assert_equal "none", marks(0, "let_go").first[:counts]
  end
end
