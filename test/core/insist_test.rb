# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/fish"

# What practitioners insist on, each at its moment; numbers are those of the list they come from.
class InsistTest < Minitest::Test
  def keys(stage, animal = Fish::BASS, **seen)
    way = %w[fish_on in_net lifted back_in_water]
    taps = Fish.taps(*way.take(way.index(stage) + 1))
    Core::Handling::Advice.lines(Fish.situation(animal, taps:, now_ms: 60_000, **seen)).map(&:key)
  end

  def kit(alone:)
    plan = Core::Trips::Plan.new(
      held_on: Date.new(2026, 7, 20), water: "sea", platform: "shore", alone:, depth_from_m: 0,
      depth_to_m: 5, bait: "lure", hook: "j", barbs: "flattened", species: [Fish::BASS]
    )
    Core::Trips::Kit.call(
      plan:, locker: Core::Trips::Locker.new, rules: Fish.rules, trained_to_vent: false
    ).to_h { |item| [item[:key], item] }
  end

  # 4
  def test_the_bucket_holds_water_from_where_the_fish_swims
    assert_match(/from where you fish/, kit(alone: false)[:bucket][:name])
    assert_match(/die in tap water/, kit(alone: false)[:bucket][:reason])
  end

  # 8
  def test_who_is_alone_sets_the_camera_before_the_lift
    assert_match(/before you lift/, kit(alone: true)[:camera][:reason])
    refute_match(/alone/, kit(alone: false)[:camera][:reason])
  end

  # 11
  def test_how_to_hold_it_and_what_can_hurt_comes_before_it_is_in_reach
    assert_empty %i[hold hazards] - keys("fish_on").first(3)
  end

  # 16
  def test_gills_and_eyes_are_among_the_first_lines_of_every_hold
    [Fish::BASS, Fish::TROUT, Fish::SHARK, Fish::DEEP].each do |animal|
      %w[in_net lifted].each do |stage|
        assert_includes keys(stage, animal).first(4), :keep_off, "#{animal.code} #{stage}"
      end
    end
  end

  # 25
  def test_the_line_on_a_wound_waits_for_a_wound
    antiseptic = Fish.rules(wound: :antiseptic)

    refute_includes keys("lifted", rules: antiseptic), :wound
    assert_includes keys("lifted", rules: antiseptic, marks: %w[open_wound]), :wound
  end

  # 27
  def test_water_flows_over_the_gills_wherever_one_stands
    %w[boat kayak wading shore pier].each do |platform|
      assert_includes keys("back_in_water", platform:).first(3), :water_flow, platform
    end
  end

  # 30
  def test_a_hook_in_a_person_begins_with_the_fish_that_is_still_on_it
    hook = Core::Handling::FirstAid::CASES.find { |aid| aid.key == "hook" }

    assert_match(/\AIs the fish still on it\?/, hook.lines.first)
    assert_match(/Cut the hook's shank between/, hook.lines.first)
  end

  # 34
  def test_a_difference_of_a_day_is_measuring_and_not_growth
    growth = Core::Recaptures::ExpectedGrowth.mm(400, 1, Fish::BASS, from: Date.new(2026, 6, 1))

    assert_operator growth, :<, 2, "millimetres that a fish grows in a day"
  end
end
