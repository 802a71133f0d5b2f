# frozen_string_literal: true

require_relative "../../support/test_helper"
require_relative "../../support/fish"

# What the big key of the Deck does, by the cases that practitioners insist on.
class NextActTest < Minitest::Test
  def following(stage, animal = Fish::BASS, rules: Fish.rules, **seen)
    taps = Fish.taps(*%w[fish_on in_net lifted back_in_water].take_while do |act|
      act != stage
    end, stage)
    Core::Handling::NextAct.of(Fish.situation(animal, taps:, now_ms: 60_000, rules:, **seen))
  end

  def test_the_natural_way
    assert_equal "in_net", following("fish_on")
    assert_equal "lifted", following("in_net")
    assert_equal "back_in_water", following("lifted")
    assert_equal "let_go", following("back_in_water")
  end

  def test_swollen_from_depth_it_goes_down_and_is_not_lifted
    swollen = { depth_m: 30, pressure_signs: %w[swollen] }

    assert_equal "send_down", following("in_net", Fish::DEEP, **swollen)
    assert_equal "let_go", following("in_net", Fish::DEEP, **swollen, handling: %w[sent_down])
    assert_equal "lifted", following("in_net", Fish::DEEP, depth_m: 30)
    assert_equal "lifted",
      following("in_net", Fish::DEEP, **swollen, rules: Fish.rules(pressure: :rest_in_net))
  end

  def test_what_must_not_be_lifted_is_unhooked_in_the_water_and_released
    hot = { water_temp_c: 30 }

    assert_equal "unhook_in_water", following("in_net", **hot)
    assert_equal "let_go", following("in_net", **hot, removal: "in_water")
    assert_equal "back_in_water", following("lifted", **hot)
    assert_equal "cut_line", following("in_net", hook_place: "gill", bleeding: "light")
    assert_equal "lifted", following("in_net", hook_place: "gill", bleeding: "none")
  end
end
