# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/fish"

# What practitioners insist on, each at its moment; numbers are those of the list they come from.
class InsistTest < Minitest::Test
  def keys(stage, animal = Fish::BASS, **seen)
    way = %w[start fish_on in_net lifted back_in_water]
    taps = Fish.taps(*way.take(way.index(stage) + 1).drop(1))
    Core::Handling::Advice.lines(Fish.situation(animal, taps:, now_ms: 60_000, **seen)).map(&:key)
  end

  def plan(**changes)
    Core::Trips::Plan.new(
      held_on: Date.new(2026, 7, 20), water: "sea", platform: "shore", alone: false,
      depth_from_m: 0, depth_to_m: 5, bait: "lure", hook: "j", barbs: "flattened",
      species: [Fish::BASS], **changes
    )
  end

  def kit(alone:) = items(plan(alone:))

  def items(plan)
    Core::Trips::Kit.call(
      plan:, locker: Core::Trips::Locker.new, rules: Fish.rules, trained_to_vent: false
    ).to_h { |item| [item[:key], item] }
  end

  def texts(stage, animal = Fish::BASS, **seen)
    way = %w[fish_on in_net lifted back_in_water]
    taps = Fish.taps(*way.take(way.index(stage) + 1))
    Core::Handling::Advice.all(Fish.situation(animal, taps:, now_ms: 60_000, **seen))
      .to_h { |line| [line.key, line.text] }
  end

  def species(guild_key)
    Core::Fish::Species.new(**Fish::BASS.to_h, code: guild_key, guild_key:)
  end

  # 1
  def test_a_billed_fish_never_comes_over_the_side
    billed = species("billed")
    plan = plan(species: [billed])
    asked = items(plan)

    assert_empty %i[net board cradle scale] & asked.keys
    assert asked[:bill_glove][:required] && asked[:long_cutter][:required]
    %w[fish_on in_net back_in_water].each do |stage|
      assert_match(/Never over the side/, texts(stage, billed)[:no_lift], stage)
    end
    assert_equal 0, Core::Handling::AirBudget.for(Fish.situation(billed)).one_lift_seconds
    refute_match(/cradle|net/, texts("in_net", billed)[:tag_in_water].to_s)
  end

  # 2, 3 and 10
  def test_net_board_hooks_and_tag_tool_are_told_by_what_the_fish_needs
    asked = items(plan)

    assert_match(/Small holes, deep enough to lie in, light enough/, asked[:net][:reason])
    assert_match(/as wide as it is deep/, asked[:board][:reason])
    assert_match(/Hand applicator or gun/, asked[:applicators][:reason])
    assert_includes tackle(species: [species("toothed_marine")]), :trace
    refute_includes tackle, :trace
    assert_includes tackle(locker: Core::Trips::Locker.new(hook_rusts: false)), :metal
  end

  def tackle(locker: Core::Trips::Locker.new, **changes)
    Core::Trips::Tackle.check(plan: plan(**changes), locker:, rules: Fish.rules).map(&:key)
  end

  # 4
  def test_the_bucket_holds_water_from_where_the_fish_swims
    assert_match(/from where you fish/, kit(alone: false)[:bucket][:name])
    assert_match(/die in tap water/, kit(alone: false)[:bucket][:reason])
  end

  # 5
  def test_bait_is_struck_at_once_and_the_drag_is_checked_first
    assert_includes tackle(bait: "natural", hook: "j"), :hook
    refute_includes tackle(bait: "natural", hook: "j"), :barbs
    assert_includes keys("start"), :drag
  end

  # 6
  def test_the_law_of_gear_is_tested_before_one_leaves
    law = Core::Law::Gear.new(
      water_code: "immer", barbless: true, no_treble: true, barred_bait: %w[natural],
      hoop_least_mm: 500, authority: "Marrow Sound authority", checked_on: Date.new(2026, 7, 1)
    )
    locker = Core::Trips::Locker.new(net_hoop_mm: 450)
    broken = ->(**changes) { law.broken_by(plan(**changes), locker).map(&:key) }

    assert_equal %i[law_net], broken.call
    assert_equal %i[law_barbs law_treble law_bait law_net],
      broken.call(barbs: "barbed", hook: "treble", bait: "natural")
    assert_empty law.broken_by(plan, Core::Trips::Locker.new(net_hoop_mm: 500))
  end

  # 7
  def test_who_keeps_a_fish_brings_what_kills_it_quickly_and_keeps_it_cold
    asked = items(plan(keeps: true))

    assert asked[:dispatch_tool][:required] && asked[:cool_box][:required]
    refute asked[:gaff][:required]
    assert_empty %i[dispatch_tool cool_box gaff] & items(plan).keys
  end

  # 8
  def test_who_is_alone_sets_the_camera_before_the_lift
    assert_match(/before you lift/, kit(alone: true)[:camera][:reason])
    refute_match(/alone/, kit(alone: false)[:camera][:reason])
  end

  # 9
  def test_each_of_a_crew_knows_what_to_do_at_every_stage
    %w[start fish_on in_net lifted back_in_water let_go].each do |stage|
      roles = Core::Handling::Roles.at(stage)

      assert_equal %i[rod net clock], roles.map { |role| role[:role] }, stage
      assert(roles.all? { |role| role[:lines].any? })
    end
    assert_match(/before the shallows with the net sunk/, role_lines("fish_on", :net))
    assert_match(/Call when the fish turns/, role_lines("fish_on", :rod))
  end

  def role_lines(stage, name)
    Core::Handling::Roles.at(stage).find { |role| role[:role] == name }[:lines].join(" ")
  end

  # 11
  def test_how_to_hold_it_and_what_can_hurt_comes_before_it_is_in_reach
    assert_empty %i[hold hazards] - keys("fish_on").first(3)
  end

  # 12, 18, 23, 26, 28 and 38
  def test_the_guide_tells_how_to_bring_unhook_lift_and_let_go
    bass, flatfish, toothed = %i[bass_like flatfish toothed_marine].map { |key| guide(key) }

    assert_match(/rod low and to the side. Follow it downstream/, lines(bass, "Bring it to hand"))
    assert_match(/A flattened barb holds as well/, lines(bass, "Bring it to hand"))
    assert_match(/bail open, line held above the hook/, lines(bass, "Unhook"))
    assert_match(/Fingers are a tool too/, lines(bass, "Unhook"))
    refute_match(/Fingers/, lines(toothed, "Unhook"))
    assert_match(/wet grass or damp sand is the last resort/, lines(bass, "Lift"))
    assert_match(/Other holds/, lines(bass, "Lift"))
    refute_match(/Other holds/, lines(flatfish, "Lift"))
    assert_match(/Pectoral fins working/, lines(bass, "Revive and release"))
  end

  def guide(key)
    Core::Handling::Guide.for(guild: Core::Fish::Guild.fetch(key), rules: Fish.rules)
  end

  # 13
  def test_cool_water_below_a_warm_layer_is_said_when_it_goes_back
    assert_includes keys("back_in_water", cooler_below_c: 4.0), :layer
    refute_includes keys("back_in_water", cooler_below_c: 3.9), :layer
    refute_includes keys("back_in_water"), :layer
  end

  # 14
  def test_the_boat_goes_slowly_ahead_for_a_large_fish_beside_it
    large = { length_mm: 690, length_kind: "FL", length_how: "board" }

    assert_includes texts("in_net", platform: "boat", **large).keys, :ahead
    refute_includes texts("in_net", platform: "shore", **large).keys, :ahead
    refute_includes texts("in_net", platform: "boat").keys, :ahead
  end

  # 15
  def test_the_rod_goes_where_nobody_steps_once_the_fish_is_in_the_net
    assert_includes texts("in_net").keys, :rig
    assert_match(/nobody steps/, role_lines("in_net", :rod))
  end

  # 16
  def test_gills_and_eyes_are_among_the_first_lines_of_every_hold
    [Fish::BASS, Fish::TROUT, Fish::SHARK, Fish::DEEP].each do |animal|
      %w[in_net lifted].each do |stage|
        assert_includes keys(stage, animal).first(4), :keep_off, "#{animal.code} #{stage}"
      end
    end
  end

  # 17
  def test_a_toothed_fish_says_when_it_will_thrash
    %w[in_net lifted].each do |stage|
      assert_match(/it will thrash/, texts(stage, species("toothed_marine"))[:thrash], stage)
    end
    refute_includes texts("in_net").keys, :thrash
  end

  # 19
  def test_a_fish_from_the_deep_goes_head_first_even_where_nothing_swells
    assert_includes keys("back_in_water", depth_m: 30), :deep_down
    refute_includes keys("back_in_water", depth_m: 3), :deep_down
  end

  # 20
  def test_a_swallowed_hook_that_is_out_asks_for_a_look_at_the_gut
    assert_includes texts("in_net", hook_place: "stomach", removal: "remover").keys, :gut
    refute_includes texts("in_net", hook_place: "stomach", removal: "cut_line").keys, :gut
    refute_includes texts("in_net", hook_place: "lip", removal: "remover").keys, :gut
  end

  # 21
  def test_a_fish_that_carries_a_tag_is_photographed_at_once_but_never_in_heat
    assert_equal :photo, keys("in_net", recaptured: true).first
    refute_includes keys("in_net", recaptured: true, water_temp_c: 19), :photo
    assert_match(/in the water/,
      texts("in_net", recaptured: true, length_mm: 690, length_kind: "FL",
        length_how: "board")[:photo])
  end

  # 22
  def test_a_lift_is_low_kneeling_and_into_a_sling_that_is_tared_in_the_water
    sling = Fish.rules(surface: :sling_and_mat)

    assert_match(/Kneel, never astride, low over it/, texts("lifted")[:surface])
    assert_match(/Stay low over it/, texts("lifted", platform: "kayak")[:surface])
    assert_includes texts("in_net", rules: sling).keys, :tare
    refute_includes texts("in_net", rules: Fish.rules(surface: :board_bare)).keys, :tare
    assert_includes texts("in_net", water_temp_c: 8).keys, :chill
  end

  # 24
  def test_each_guild_is_tagged_where_its_body_allows
    sites = Core::Fish::Guild.all.select(&:tag_site).to_h do |guild|
      [guild.key, Core::Handling::TagSite.of(guild)]
    end

    %i[sharks flatfish sturgeon_like whiskered_spined billed].each do |key|
      refute_equal sites[:bass_like], sites[key], key
    end
    refute_match(/scale with the tip/, sites[:sharks].join)
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

  # 29
  def test_what_to_do_when_it_does_not_go_well_stands_to_the_end
    assert_match(/If it floats or turns back/, texts("back_in_water")[:watch])
  end

  # 31
  def test_a_locking_spine_means_hot_water_and_help
    guide = guide(:whiskered_spined)

    assert_match(/water as hot as can be borne/, lines(guide, "First aid"))
    assert_match(/hot water and medical help do more/, lines(guide, "What we never do, and why"))
  end

  def lines(guide, title)
    guide[:sections].find { |section| section[:title] == title }[:lines].join(" ")
  end

  # 32
  def test_a_new_member_does_three_things_first
    steps = Core::People::FirstSteps.of(
      lessons_open: true, locker: Core::Trips::Locker.empty, planned: false
    )

    assert_equal %w[lessons kit plan], steps.reject(&:is_done).map(&:key)
    assert_match(/with a mentor/, steps.last.text)
  end

  # 33
  def test_an_old_hook_scar_asks_for_pictures_of_both_sides
    assert_includes texts("in_net", marks: %w[old_hook_scar]).keys, :scar
    refute_includes texts("in_net", marks: %w[old_hook_scar], recaptured: true).keys, :scar
  end

  # 34
  def test_a_difference_of_a_day_is_measuring_and_not_growth
    growth = Core::Recaptures::ExpectedGrowth.mm(400, 1, Fish::BASS, from: Date.new(2026, 6, 1))

    assert_operator growth, :<, 2, "millimetres that a fish grows in a day"
  end

  # 36
  def test_a_fish_about_to_spawn_is_handled_more_gently
    assert_includes keys("in_net", spawning: "ripe").first(3), :spawner
    assert_includes keys("lifted", spawning: "running").first(3), :spawner
    refute_includes keys("in_net", spawning: "spent"), :spawner
  end

  # 37
  def test_a_large_fish_that_may_be_kept_is_asked_to_go_back
    large = { length_mm: 690, length_kind: "FL", length_how: "board" }

    assert_includes texts("in_net", **large).keys, :breeder
    refute_includes texts("in_net", rules: Fish.rules(keep: :release_only), **large).keys,
      :breeder
  end

  # Kept out, with the reason
  def test_what_no_house_allows_stands_in_the_guide_with_its_reason
    kept_out = guide(:bass_like)[:sections].find { |section| section[:folded] }[:lines]

    ["stomach", "to and fro", "towel", "ray by its mouth", "Throw a crab", "flatfish by its tail",
      "hook out of a person", "folk cures"].each do |words|
        assert_predicate(kept_out.grep(/#{words}.*: /i), :one?, "no reason: #{words}")
      end
  end

  # Part 13
  def test_a_member_may_take_fewer_seconds_than_the_house
    rules = Fish.rules
    own = rules.stricter({ "air_percent" => 60 }, own_version: 1)

    assert_equal([20, 12], [rules, own].map { |each| each.air_base_seconds(:ordinary) })
    assert_equal :laxer_than_house,
      assert_raises(Core::InvalidInput) { own.stricter({ air_percent: 80 }) }.code
    stricter_house = Core::Protocol::HouseRules.new(
      version: 2, choices: {}, figures: { air_percent: 55 }
    )

    assert_equal 55,
      stricter_house.with_own({ air_percent: 60 }, own_version: 1).figure(:air_percent)
  end
end
