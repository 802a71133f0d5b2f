# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/random_fish"

class LandingTest < Minitest::Test
  VECTOR = { rod_m: 3.3, tilt_deg: 20, height_m: 1.0, handle_m: 3.0, hoop_radius_m: 0.25 }.freeze

  def test_vector_and_its_window
    result = Core::Trips::Landing.geometry(**VECTOR)

    assert_in_delta 2.578, result[:x_max_m], 0.0005
    assert_in_delta 5.528, result[:line_m], 0.0005
    assert_in_delta 5.528 * 0.85, result[:line_window_m].first, 0.001
  end

  def test_a_net_that_does_not_reach_the_water_is_said_so
    assert_equal(
      { reaches: false, short_m: 1.0 },
      Core::Trips::Landing.geometry(**VECTOR, height_m: 4.0)
    )
    refute Core::Trips::Landing.geometry(**VECTOR, height_m: 2.99)[:reaches]
  end
end

class LawTest < Minitest::Test
  def test_what_may_be_kept_in_one_line
    says = ->(**law) { Core::Law::Entry.new(length_kind: "TL", **law).sentence }

    assert_equal "keep from 420 mm TL", says[min_mm: 420]
    assert_equal "keep up to 900 mm TL", says[max_mm: 900]
    assert_equal "keep 420 to 900 mm TL; at most 2 a day",
      says[min_mm: 420, max_mm: 900, bag_limit: 2]
    assert_equal "no limits entered", says[]
  end

  def test_an_entry_grows_stale
    entry =
      Core::Law::Entry.new(season: %w[07-01 03-31], checked_on: Date.new(2026, 1, 1), bag_limit: 2)

    assert_equal(
      [true, false],
      [Date.new(2026, 7, 1), Date.new(2026, 4, 1)].map { |day| entry.open_on?(day) }
    )
    refute entry.stale?(Date.new(2026, 4, 1))
    assert entry.stale?(Date.new(2026, 4, 2))
  end
end

class SeasonTest < Minitest::Test
  # A season of one day is that day; one over the turn of the year is both its ends.
  def test_a_season_of_a_day_and_one_over_the_new_year
    open = lambda do |season, *days|
      entry = Core::Law::Entry.new(species_code: "cod", season:)
      days.map { |month, day| entry.open_on?(Date.new(2026, month, day)) }
    end

    assert_equal [false, true, false], open[%w[07-01 07-01], [6, 30], [7, 1], [7, 2]]
    assert_equal [true, true, false, true], open[%w[11-15 02-01], [11, 15], [2, 1], [2, 2], [1, 1]]
  end
end

class UseRateTest < Minitest::Test
  # Outside oracle: members with a known rate, their stock at the reorder point, and the demand of
  # the next three weeks.
  def test_the_reorder_point_lasts_nineteen_times_in_twenty
    rng = Random.new(5)
    poisson = lambda do |mean|
      limit, product, count = Math.exp(-mean), rng.rand, 0
      (product *= rng.rand) && count += 1 while product > limit
      count
    end
    lasted = Array.new(4000) do
      used = poisson.call(60.0)
      poisson.call(60.0 * 21 / 365) <=
        Core::Tags::UseRate.from(used:, days: 365, trips: 10)[:reorder_at]
    end

    assert_in_delta 0.95, lasted.count(true) / 4000.0, 0.035
  end

  def test_nothing_is_estimated_from_a_handful
    assert_equal(
      { per_day: nil, per_trip: nil, reorder_at: 10, estimated: false },
      Core::Tags::UseRate.from(used: 4, days: 365, trips: 2)
    )
  end
end

# Five mornings as a careful coordinator would judge them.
class GoldenPlansTest < Minitest::Test
  LOCKER = Core::Trips::Locker.new(**Core::Trips::Locker.empty.to_h, **Demo::Gear::WHOLE)
  MEMBER = Core::People::Member.new(
    permit_number: "MSC-1", permit_expires_on: Date.new(2027, 6, 1), trained: ["tagging"]
  )
  DAY = Date.new(2026, 7, 20)

  def species
    @species ||= RandomFish.species.to_h { |species| [species.code, species] }
  end

  def outlook(codes, locker: LOCKER, member: MEMBER, **plan)
    plan =
      Core::Trips::Plan.new(
        held_on: DAY,
        water: "sea",
        platform: "boat",
        alone: false,
        depth_from_m: 0,
        depth_to_m: 5,
        surface_temp_c: 14,
        bait: "lure",
        hook: "j",
        barbs: "flattened",
        species: species.values_at(*codes),
        **plan
      )
    Core::Trips::Outlook.for(
      plan:, locker:, rules: Core::Protocol::HouseRules.default, laws: [], member:,
      tags: {
        in_pouch: 20,
        next_number: "MS000001",
        used: 60,
        days: 365,
        trips: 12
      },
      today: DAY
    )
  end

  def verdict(result, code) = result[:verdicts].find { |verdict| verdict[:species_code] == code }
  def kit(result, key) = result[:kit].find { |item| item[:key] == key }

  def test_warm_shallow_estuary_and_sea_trout_holds
    result = outlook(%w[sea_trout seabass], surface_temp_c: 18.5, platform: "wading")

    assert_equal :stop, verdict(result, "sea_trout")[:verdict]
    assert_match(/do not target Sea trout/, verdict(result, "sea_trout")[:findings].first.text)
    assert_equal :care, verdict(result, "seabass")[:verdict], "bass stand the same water with care"
    assert_equal 0, result[:budgets].first[:air].one_lift_seconds
  end

  def test_deep_ledge_and_cod_at_forty_metres_asks_for_a_descender
    result =
      outlook(
        %w[cod],
        depth_from_m: 30,
        depth_to_m: 40,
        surface_temp_c: 12,
        locker: LOCKER.dup.tap { |entry| entry.descender_kg = 0.5 }
      )
    pressure = result[:budgets].first[:pressure]

    assert_equal :care, verdict(result, "cod")[:verdict]
    assert_in_delta 20.0, pressure[:release_depth_m]
    # By hand: a cod of 85 cm weighs 6.57 kg; 5 % of it swells by 40/10.07, lifted by sea water,
    # with half as much again, in lead.
    assert_in_delta 0.0085 * (85**3.05) / 1000 * 0.05 * (40 / 10.07) * 1.5 /
      (1 - (1025 / 11_340.0)),
      pressure[:lead_kg],
      0.001
    assert_equal :does_not_fit, kit(result, :descender)[:state]
    assert_match(/short/, kit(result, :descender)[:detail])
  end

  def test_harbour_wall_four_metres_up_with_a_three_metre_handle_cannot_net
    result =
      outlook(
        %w[pollack],
        platform: "pier",
        height_m: 4.0,
        locker: LOCKER.dup.tap { |entry| entry.net_handle_m = 3.0 }
      )

    refute result[:landing][:reaches]
    assert_match(/cannot reach/, result[:landing][:sentence])
    assert_equal [:does_not_fit, "3000 mm, 1500 short"],
      kit(result, :handle).values_at(:state, :detail)
  end

  def test_kayak_alone_with_toothed_fish_asks_for_long_forceps_and_somebody_who_knows
    output =
      outlook(
        %w[bluefish],
        platform: "kayak",
        alone: true,
        locker: LOCKER.dup.tap do |entry|
          (entry.forceps_mm = [180, 200]) && entry.release_tool = nil
        end
      )

    assert_equal :does_not_fit, kit(output, :long_forceps)[:state]
    assert_equal [true, :not_owned], kit(output, :release_tool).values_at(:required, :state)
    assert_match(/alone/, kit(output, :first_aid)[:reason])
  end

  def test_an_expired_permit_withholds_tags_and_nothing_else
    output = outlook(%w[seabass], member: MEMBER.with(permit_expires_on: DAY - 1))

    assert_equal :stop, output[:authorisation].verdict
    assert_match(/logging and recaptures still work/, output[:authorisation].text)
    assert_equal :ok, verdict(output, "seabass")[:verdict]
    assert_equal(
      %i[ok care care],
      [61, 60, 14].map do |days|
        Core::Trips::Authorisation.check(
          member: MEMBER.with(permit_expires_on: DAY + days),
          on: DAY
        ).verdict
      end
    )
  end

  # At the reorder point it is time, one tag above it is not.
  def test_tags_are_asked_for_at_the_reorder_point
    plan = Core::Trips::Plan.new(held_on: DAY, water: "sea", platform: "boat", species: [])
    answer = lambda do |in_pouch|
      Core::Trips::Outlook.for(
        plan:, locker: LOCKER, rules: Core::Protocol::HouseRules.default, laws: [],
        member: MEMBER, today: DAY,
        tags: { in_pouch:, next_number: "MS000001", used: 60, days: 365, trips: 12 }
      )[:tags]
    end
    point = answer[20][:reorder_at]

    assert_operator point, :>, 0
    assert_equal([true, false], [point.floor, point.floor + 1].map do |count|
      answer[count][:reorder]
    end)
  end

  # A permit is a number and the day it ends; half of it is none.
  def test_half_a_permit_is_none
    [{ permit_number: nil }, { permit_number: "" }, { permit_expires_on: nil }].each do |lacking|
      result = Core::Trips::Authorisation.check(
        member: MEMBER.with(permit_expires_on: DAY + 99, **lacking), on: DAY
      )

      assert_match(/no permit number on file/, result.text, lacking.inspect)
    end
  end

  def test_a_tape_that_just_reaches_along_the_fish_makes_the_board_optional
    longest_mm = species["cod"].large_mm
    needed = [0, -1].map do |less|
      locker = LOCKER.dup.tap { |copy| copy.tape_mm = longest_mm + less }
      kit(outlook(%w[cod], locker:), :board)[:required]
    end

    assert_equal [false, true], needed
  end

  def test_light_line_and_bait_on_a_j_hook_are_stopped
    result = outlook(%w[cod], bait: "natural", locker: LOCKER.dup.tap do |entry|
      entry.line_kg = 6.0
    end)
    stopped = result[:tackle].select { |entry| entry.verdict == :stop }.map(&:key)

    assert_equal %i[line hook], stopped
    assert_equal(
      %i[not_owned not_owned],
      %i[net board].map do |key|
        kit(outlook(%w[cod], locker: Core::Trips::Locker.empty), key)[:state]
      end
    )
  end
end

class NightTest < Minitest::Test
  DAY = Date.new(2026, 6, 15)

  def on?(days, **hours) = Core::Trips::Night.on?(DAY + days, held_on: DAY, **hours)

  def test_a_night_goes_on_into_the_next_day_and_no_further
    night = { from_hour: 22, to_hour: 4 }

    assert_equal([false, true, true, false], [-1, 0, 1, 2].map { |days| on?(days, **night) })
    day = { from_hour: 7, to_hour: 12 }

    assert_equal([false, true, false], [-1, 0, 1].map { |days| on?(days, **day) })
    assert_equal([28, 12], [night, day].map do |entry|
      Core::Trips::Night.ends_at_hour(*entry.values)
    end)
    refute on?(1), "a trip without hours ends with its day"
  end
end

class LandingEdgesTest < Minitest::Test
  # A handle longer than the drop, but not by as much as the hoop is wide.
  def test_how_much_longer_the_net_must_be_is_what_makes_it_reach
    data = { rod_m: 3.0, tilt_deg: 10, height_m: 2.0, handle_m: 2.005, hoop_radius_m: 0.4 }
    short = Core::Trips::Landing.geometry(**data)[:short_m]

    assert_predicate short, :positive?
    refute Core::Trips::Landing.geometry(**data, handle_m: 2.005 + short - 1e-6)[:reaches]
    assert Core::Trips::Landing.geometry(**data, handle_m: 2.005 + short + 1e-6)[:reaches]
  end
end

# Each bound belongs to one side of it, and says so.
class VerdictBoundsTest < Minitest::Test
  SPECIES = RandomFish.species.find { |species| species.code == "seabass" }
  RULES = Core::Protocol::HouseRules.default

  def findings(**plan)
    plan = Core::Trips::Plan.new(
      held_on: Date.new(2026, 7, 20), water: "sea", platform: "boat", alone: false, depth_from_m: 0,
      depth_to_m: 5, surface_temp_c: 14, bait: "lure", hook: "j", barbs: "flattened",
      species: [SPECIES], **plan
    )
    GoldenPlansTest.allocate.then do
      Core::Trips::Outlook.for(
        plan:, locker: GoldenPlansTest::LOCKER, rules: RULES, laws: [],
        member: GoldenPlansTest::MEMBER,
        tags: { in_pouch: 20, next_number: "MS000001", used: 60, days: 365, trips: 12 },
        today: plan.held_on
      )[:verdicts].first[:findings].to_h { |finding| [finding.key, finding] }
    end
  end

  # A wide hoop needs a longer handle than the hand is high: by Pythagoras 1.02 m, and 0.1 over.
  def test_a_wide_hoop_needs_a_longer_handle
    plan = Core::Trips::Plan.new(
      held_on: Date.new(2026, 7, 20), water: "sea", platform: "kayak", height_m: 0.2, alone: false,
      depth_from_m: 0, depth_to_m: 5, bait: "lure", hook: "j", barbs: "flattened",
      species: [SPECIES]
    )
    locker = GoldenPlansTest::LOCKER.dup.tap do |gear|
      gear.net_hoop_mm, gear.net_handle_m = 2000, 1.12
    end
    handle = lambda { |gear|
      Core::Trips::Kit.call(plan:, locker: gear, rules: RULES, trained_to_vent: false)
        .find { |item| item[:key] == :handle }
    }

    assert_equal :fits, handle[locker][:state]
    assert_equal "1119 mm, 1 short", handle[locker.dup.tap { |gear|
      gear.net_handle_m = 1.119
    }][:detail]
  end

  # A fish of 8 kg is carried in a cradle, one of a gram less by hand.
  def test_a_cradle_begins_at_its_weight
    needed = [8000, 7999].map do |heaviest_g|
      species = SPECIES.dup.tap do |species|
        species.define_singleton_method(:weight_g_at) do |_mm|
          heaviest_g
        end
      end
      plan = Core::Trips::Plan.new(
        held_on: Date.new(2026, 7, 20), water: "sea", platform: "boat", alone: false,
        depth_from_m: 0, depth_to_m: 5, surface_temp_c: 10, bait: "lure", hook: "j",
        barbs: "flattened", species: [species]
      )
      Core::Trips::Kit.call(
        plan:, locker: GoldenPlansTest::LOCKER, rules: RULES, trained_to_vent: false
      ).find { |item| item[:key] == :cradle }&.fetch(:reason).to_s
    end

    assert_match(/up to 8 kg are expected/, needed[0])
    refute_match(/are expected/, needed[1])
  end

  def test_warm_water_begins_at_its_degree
    warm, stop = SPECIES.warm_c, SPECIES.stop_c
    answer = [warm - 0.1, warm, stop - 0.1, stop].map do |temp|
      findings(surface_temp_c: temp)[:temperature].verdict
    end

    assert_equal %i[ok care care stop], answer
  end

  def test_natural_bait_on_a_plain_hook_in_warm_water_is_a_care_and_nothing_less_is
    warm = SPECIES.warm_c

    assert findings(bait: "natural", surface_temp_c: warm)[:bait]
    refute findings(bait: "natural", surface_temp_c: warm - 0.1)[:bait]
    refute findings(bait: "lure", surface_temp_c: warm)[:bait]
    refute findings(bait: "natural", hook: "circle", surface_temp_c: warm)[:bait]
  end

  # A sealed bladder is minded from 6 m and likely hurt from 10, in warm water from 6.
  def test_pressure_counts_from_its_depth_on
    statement = ->(**plan) { findings(surface_temp_c: 12, **plan)[:depth]&.text.to_s }

    assert_empty statement[depth_to_m: 5]
    assert_match(/From 6 m .* may come up swollen/, statement[depth_to_m: 6])
    assert_match(/From 10 m .* is likely to come up injured/, statement[depth_to_m: 10])
    assert_match(/From 6 m .* is likely/, statement[depth_to_m: 6, surface_temp_c: SPECIES.warm_c])
  end
end
