# frozen_string_literal: true

require_relative "../support/test_helper"

class PressureTest < Minitest::Test
  Pressure = Core::Handling::Pressure

  def test_vector
    lift = Pressure.lift_kg(weight_g: 2400, depth_m: 32, water: "sea")

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
    assert_equal([20.0, 10, 8], [40, 12, 8].map { |depth| Pressure.release_depth_m(depth) })
  end
end

class LandingTest < Minitest::Test
  VECTOR = { rod_m: 3.3, tilt_deg: 20, height_m: 1.0, handle_m: 3.0, hoop_radius_m: 0.25 }.freeze

  def test_vector_and_its_window
    found = Core::Trips::Landing.geometry(**VECTOR)

    assert_in_delta 2.578, found[:x_max_m], 0.0005
    assert_in_delta 5.528, found[:line_m], 0.0005
    assert_in_delta 5.528 * 0.85, found[:line_window_m].first, 0.001
  end

  def test_a_net_that_does_not_reach_the_water_is_said_so
    assert_equal({ reaches: false, short_m: 1.0 }, Core::Trips::Landing.geometry(**VECTOR, height_m: 4.0))
    refute Core::Trips::Landing.geometry(**VECTOR, height_m: 2.99)[:reaches]
  end
end

class LawTest < Minitest::Test
  def slot(mm, how: "board", **limits) = Core::Law::Slot.verdict(length: Core::Fish::Length.new(mm:, kind: "FL", how:), **limits)

  def test_a_length_near_the_limit_is_too_close_to_call
    limits = { min_mm: 420, max_mm: 600 }

    assert_equal(%i[below too_close too_close inside too_close above], [413, 415, 425, 500, 604, 610].map { |mm| slot(mm, **limits) })
    assert_equal :too_close, slot(490, how: "estimate", **limits)
    assert_equal :inside, slot(490)
  end

  def test_a_season_may_run_over_the_new_year_and_an_entry_grows_stale
    entry = Core::Law::Entry.new(season: %w[07-01 03-31], checked_on: Date.new(2026, 1, 1), bag_limit: 2)

    assert_equal([true, true, false, true], %w[2026-07-01 2027-03-31 2026-04-01 2026-12-24].map { |day| entry.open_on?(Date.iso8601(day)) })
    refute entry.stale?(Date.new(2026, 4, 1))
    assert entry.stale?(Date.new(2026, 4, 2))
  end
end

class UseRateTest < Minitest::Test
  # Outside oracle: members with a known rate, their stock at the reorder point, and the demand of the next three weeks.
  def test_the_reorder_point_lasts_nineteen_times_in_twenty
    rng = Random.new(5)
    poisson = lambda do |mean|
      limit, product, count = Math.exp(-mean), rng.rand, 0
      (product *= rng.rand) && count += 1 while product > limit
      count
    end
    lasted = Array.new(4000) do
      used = poisson.call(60.0)
      poisson.call(60.0 * 21 / 365) <= Core::Tags::UseRate.from(used:, days: 365, trips: 10)[:reorder_at]
    end

    assert_in_delta 0.95, lasted.count(true) / 4000.0, 0.035
  end

  def test_nothing_is_estimated_from_a_handful
    assert_equal({ per_day: nil, per_trip: nil, reorder_at: 10, estimated: false }, Core::Tags::UseRate.from(used: 4, days: 365, trips: 2))
  end
end

class SchoolsTest < Minitest::Test
  Rules = Core::Protocol::HouseRules
  Advice = Core::Handling::Advice

  def species = @species ||= Store::Species.new(TestDatabase.unit).all

  def plans
    species.group_by(&:guild_key).values.map(&:first).map do |one|
      Core::Trips::Plan.new(held_on: Date.new(2026, 6, 1), water: "sea", platform: "boat", species: [one], depth_to_m: 40, surface_temp_c: 10, bait: "natural",
                            hook: "j", barbs: "barbed")
    end
  end

  def each_school
    Core::Protocol::Questions::ALL.each { |question| question.schools.each { |school| yield question, school } }
  end

  def test_every_school_that_a_house_may_choose_changes_something_visible
    each_school do |question, school|
      next if !school.allowed || school.key == question.default

      changes = Core::Protocol::Difference.between(before: Rules.default, after: Rules.new(version: 2, choices: { question.key => { school: school.key } }), plans:)

      refute_empty changes, "#{question.letter} #{school.name} changes nothing"
    end
  end

  def test_every_guild_says_something_of_its_own
    held = species.group_by(&:guild_key).values.map(&:first).map do |one|
      Advice.rows(species: one, rules: Rules.default).map { |row| row[:text] } + [Rules.default.air_base_seconds(one.guild.air_class), one.all_hazards]
    end

    assert_equal held.size, held.uniq.size
  end

  # All schools x guilds x situations through the card: never no line, never more than three.
  def test_no_combination_is_without_a_line_or_has_more_than_three
    dimensions = Advice::DIMENSIONS
    situations = dimensions.values.first.product(*dimensions.values.drop(1)).map { |values| dimensions.keys.zip(values).to_h }
    samples = species.group_by(&:guild_key).values.map(&:first)
    each_school do |question, school|
      next unless school.allowed

      card = Core::Trips::Card.compile(trip: {}, species: samples, pouch: [], rules: Rules.new(version: 2, choices: { question.key => { school: school.key } }))
      card[:species].each do |one|
        # What a stage shows at least: the rows that ask for nothing but it.
        quiet = one[:advice].map { |when_index, _| card[:situations][when_index] }
        bare = dimensions[:stage].reject { |stage| quiet.any? { |row| row.keys == [:stage] && row[:stage].include?(stage) } }

        assert_empty bare, "#{question.letter} #{school.name}, #{one[:guild_name]} has nothing to say"
      end
    end
    rows = Advice.rows(species: samples.first, rules: Rules.default)

    situations.each { |situation| assert_includes 1..3, Advice.pick(rows, situation).size }
  end

  def test_danger_comes_first
    rows = Advice.rows(species: species.find { |one| one.code == "cod" }, rules: Rules.default)
    told = Advice.pick(rows, { stage: "lifted", hook: "gill", bleeding: "heavy", pressure: "yes", vitality: "weak", heat: "stop" }).map { |row| row[:text] }

    assert_match(/Heavy bleeding/, told[0])
    assert_match(/gills/, told[1])
  end

  def test_what_harms_is_never_a_house_rule_and_a_member_is_never_laxer
    [%i[stomach puncture], %i[pressure leave], %i[revive to_and_fro]].each do |question, school|
      assert_equal :never_allowed, assert_raises(Core::InvalidInput) { Rules.new(version: 2, choices: { question => { school: } }) }.code
    end
    assert_equal :keep_wet, Rules.default.stricter(air: "keep_wet").school(:air)
    assert_equal :laxer_than_house, assert_raises(Core::InvalidInput) { Rules.default.stricter(air: "brief") }.code
    assert_equal :unknown_question, assert_raises(Core::InvalidInput) { Rules.new(version: 2, choices: { colour: { school: :green } }) }.code
  end

  def test_a_guild_may_have_its_own_school
    rules = Rules.new(version: 2, choices: { air: { school: :brief, guilds: { trout_and_salmon: :keep_wet } } })

    assert_equal [10, 30], [rules.air_base_seconds(:fragile, :trout_and_salmon), rules.air_base_seconds(:ordinary, :bass_like)]
    assert_equal :surface_release, Rules.default.school(:net, :trout_and_salmon)
  end

  def test_the_card_fits_and_says_what_the_law_says
    law = Core::Law::Entry.new(species_code: "smooth_hound", in_water_only_mm: 900, checked_on: Date.new(2026, 1, 1), authority: "Office", length_kind: "TL")
    card = Core::Trips::Card.compile(trip: {}, species:, pouch: Array.new(200) { |serial| format("MS%06d", serial) }, rules: Rules.default, laws: [law])

    assert_operator Zlib.gzip(JSON.generate(card)).bytesize, :<, 150_000
    hound = card[:species].find { |one| one[:code] == "smooth_hound" }

    assert_equal 900, hound[:in_water_only_mm]
    assert_equal "Office", hound[:law][:authority]
  end
end

# Five mornings as a careful coordinator would judge them.
class GoldenPlansTest < Minitest::Test
  LOCKER = Core::Trips::Locker.new(**Core::Trips::Locker.empty.to_h, **Demo::Gear::WHOLE)
  MEMBER = { permit_number: "MSC-1", permit_expires_on: Date.new(2027, 6, 1), trained: ["tagging"] }.freeze
  DAY = Date.new(2026, 7, 20)

  def species = @species ||= Store::Species.new(TestDatabase.unit).all.to_h { |one| [one.code, one] }

  def outlook(codes, locker: LOCKER, member: MEMBER, **plan)
    plan = Core::Trips::Plan.new(held_on: DAY, water: "sea", platform: "boat", alone: false, depth_from_m: 0, depth_to_m: 5, surface_temp_c: 14, bait: "lure", hook: "j",
                                 barbs: "flattened", species: species.values_at(*codes), **plan)
    Core::Trips::Outlook.for(plan:, locker:, rules: Core::Protocol::HouseRules.default, laws: [], member:,
                             tags: { in_pouch: 20, next_number: "MS000001", used: 60, days: 365, trips: 12 }, today: DAY)
  end

  def verdict(found, code) = found[:verdicts].find { |one| one[:species_code] == code }
  def kit(found, key) = found[:kit].find { |item| item[:key] == key }

  def test_warm_shallow_estuary_and_sea_trout_holds
    found = outlook(%w[sea_trout seabass], surface_temp_c: 18.5, platform: "wading")

    assert_equal :stop, verdict(found, "sea_trout")[:verdict]
    assert_match(/do not target Sea trout/, verdict(found, "sea_trout")[:findings].first.text)
    assert_equal :care, verdict(found, "seabass")[:verdict], "bass stand the same water with care"
    assert_equal 5, found[:budgets].first[:air].one_lift_seconds
  end

  def test_deep_ledge_and_cod_at_forty_metres_asks_for_a_descender
    found = outlook(%w[cod], depth_from_m: 30, depth_to_m: 40, surface_temp_c: 12, locker: LOCKER.dup.tap { |one| one.descender_kg = 0.5 })
    pressure = found[:budgets].first[:pressure]

    assert_equal :care, verdict(found, "cod")[:verdict]
    assert_in_delta 20.0, pressure[:release_depth_m]
    # By hand: a cod of 85 cm weighs 6.57 kg; 5 % of it swells by 40/10.07, lifted by sea water, with half as much again, in lead.
    assert_in_delta 0.0085 * (85**3.05) / 1000 * 0.05 * (40 / 10.07) * 1.5 / (1 - (1025 / 11_340.0)), pressure[:lead_kg], 0.001
    assert_equal :does_not_fit, kit(found, :descender)[:state]
    assert_match(/short/, kit(found, :descender)[:detail])
  end

  def test_harbour_wall_four_metres_up_with_a_three_metre_handle_cannot_net
    found = outlook(%w[pollack], platform: "pier", height_m: 4.0, locker: LOCKER.dup.tap { |one| one.net_handle_m = 3.0 })

    refute found[:landing][:reaches]
    assert_match(/cannot reach/, found[:landing][:sentence])
    assert_equal [:does_not_fit, "3000 mm, 1500 short"], kit(found, :handle).values_at(:state, :detail)
  end

  def test_kayak_alone_with_toothed_fish_asks_for_long_forceps_and_somebody_who_knows
    found = outlook(%w[bluefish], platform: "kayak", alone: true, locker: LOCKER.dup.tap { |one| (one.forceps_mm = [180, 200]) && one.release_tool = nil })

    assert_equal :does_not_fit, kit(found, :long_forceps)[:state]
    assert_equal [true, :not_owned], kit(found, :release_tool).values_at(:required, :state)
    assert_match(/alone/, kit(found, :first_aid)[:reason])
  end

  def test_an_expired_permit_withholds_tags_and_nothing_else
    found = outlook(%w[seabass], member: MEMBER.merge(permit_expires_on: DAY - 1))

    assert_equal :stop, found[:authorisation].verdict
    assert_match(/logging and recaptures still work/, found[:authorisation].text)
    assert_equal :ok, verdict(found, "seabass")[:verdict]
    assert_equal(%i[ok care care], [61, 60, 14].map { |days| Core::Trips::Authorisation.check(member: MEMBER.merge(permit_expires_on: DAY + days), on: DAY).verdict })
  end

  def test_light_line_and_bait_on_a_j_hook_are_stopped
    found = outlook(%w[cod], bait: "natural", locker: LOCKER.dup.tap { |one| one.line_kg = 6.0 })
    stopped = found[:tackle].select { |one| one.verdict == :stop }.map(&:key)

    assert_equal %i[line hook], stopped
    assert_equal(%i[not_owned not_owned], %i[net board].map { |key| kit(outlook(%w[cod], locker: Core::Trips::Locker.empty), key)[:state] })
  end
end
