# frozen_string_literal: true

require_relative "../../support/field_helper"

class VitalityTest < Minitest::Test
  Vitality = Core::Handling::Vitality

  def test_nothing_is_said_of_fewer_than_three_reflexes
    assert_nil Vitality.impaired("rights_itself" => "absent", "gill_beat" => "present")
    assert_in_delta 1 / 3.0,
      Vitality.impaired(
        "rights_itself" => "absent",
        "gill_beat" => "present",
        "eye_follows" => "present"
      )
    assert_in_delta 0.0, Vitality.impaired(Vitality::REFLEXES.to_h { |name| [name, "present"] })
  end

  def test_weak_is_one_that_rolls_over_or_lacks_two
    assert_equal(
      [true, false, true, false],
      [
        { "rights_itself" => "absent" },
        { "gill_beat" => "absent" },
        { "gill_beat" => "absent", "tail_burst" => "absent" },
        {}
      ].map { |reflexes| Vitality.weak?(reflexes) }
    )
  end
end

class CautionTest < Minitest::Test
  Caution = Core::Handling::Caution

  def score(animal = Fish::DEEP, **seen)
    Caution.score(Fish.situation(animal, water_temp_c: 12, depth_m: 30, **seen))
  end

  # Each row of the table of contributions, on its own.
  def test_every_contribution_by_itself
    rows = {
      { hook_place: "jaw_corner" } => 0,
      { hook_place: "tongue" } => 8,
      { hook_place: "roof" } => 8,
      { hook_place: "outside" } => 10,
      { hook_place: "eye" } => 20,
      { hook_place: "throat" } => 25,
      { hook_place: "gill" } => 35,
      { hook_place: "stomach", removal: "pulled" } => 50,
      { hook_place: "lip", removal: "pulled" } => 0,
      { bleeding: "light" } => 8,
      { bleeding: "heavy" } => 30,
      { pressure_signs: %w[swollen] } => 15,
      { pressure_signs: %w[swollen gut_out eyes_bulging stomach_out] } => 25,
      { pressure_signs: %w[swollen gut_out], handling: %w[sent_down] } => 15,
      { handling: %w[sent_down] } => 0,
      { handling: %w[dry_surface] } => 8,
      { handling: %w[dropped] } => 10,
      { handling: %w[hung_by_jaw] } => 8,
      { marks: %w[open_wound] } => 5,
      { marks: %w[scale_loss parasites] } => 0,
      { marks: %w[old_hook_scar open_wound] } => 5,
      {
        reflexes: {
          "gill_beat" => "absent",
          "body_flex" => "absent",
          "eye_follows" => "present"
        }
      } =>
        16
    }

    rows.each { |seen, points| assert_equal points, score(**seen).points, seen.inspect }
  end

  # A stomach that a swallowed hook turned out has no pressure behind it.
  def test_a_stomach_out_without_depth_is_the_hooks
    out = { pressure_signs: %w[stomach_out] }

    assert_equal 15, score(**out).points
    assert_equal [0, 0, 15, 35],
      [
        score(depth_m: 5, **out),
        score(Fish::SHARK, **out),
        score(depth_m: nil, **out),
        score(depth_m: nil, hook_place: "stomach", **out)
      ].map(&:points)
    assert_equal 15, score(depth_m: 5, pressure_signs: %w[stomach_out swollen]).points
    assert_equal 15,
      Caution.score(
        Fish.situation(Fish::CATFISH, water: "fresh", depth_m: 12, **out)
      ).points
  end

  def test_time_over_budget
    air = ->(seconds) { score(air_seconds: seconds).points }

    assert_equal([0, 0, 5, 30], [5, 30, 45, 300].map(&air))
    budget = Fish.situation(Fish::DEEP).fight_budget_seconds

    assert_equal(
      [0, 8, 16],
      [budget, budget * 2, budget * 9].map do |seconds|
        score(fight_seconds: seconds, air_seconds: 0).points
      end
    )
  end

  # 21.9 between 18 and 22 is 19.5 points, and half a point counts up.
  def test_warm_points_round
    warm = ->(temp) { score(Fish::BASS, water_temp_c: temp).points }

    assert_equal([0, 10, 20, 30, 30], [18, 20, 21.9, 22, 27].map(&warm))
    assert_equal 0, Caution.warm(nil, 18.0, 22.0)
  end

  def test_a_fish_that_may_not_be_lifted_is_over_from_the_first_second
    lifted = Caution.score(Fish.situation(Fish::TROUT, water_temp_c: 16, air_seconds: 3))

    assert_equal [["air over the limit", 30]], lifted.parts.map(&:values)
  end

  def test_bands_meet_without_a_gap_and_the_sum_is_capped
    assert_equal((0..100).to_a, Caution::BANDS.values.map(&:to_a).flatten)
    worst =
      score(
        hook_place: "stomach",
        removal: "pulled",
        bleeding: "heavy",
        handling: %w[dropped hung_by_jaw],
        pressure_signs: %w[swollen gut_out],
        air_seconds: 300
      )

    assert_equal [100, :grave], [worst.points, worst.band]
    assert_operator worst.parts.sum { |part| part[:points] }, :>, 100
    assert_equal(
      %i[good watch watch poor poor grave],
      [19, 20, 39, 40, 59, 60].map { |points| Caution.band(points) }
    )
  end

  # More harm never lowers the score.
  def test_no_harm_is_ever_rewarded
    before = {
      hook_place: "roof",
      bleeding: "light",
      reflexes: {
        "gill_beat" => "present"
      },
      pressure_signs: %w[swollen]
    }
    worse = [
      { hook_place: "gill" },
      { bleeding: "heavy" },
      { reflexes: { "gill_beat" => "absent" } },
      { pressure_signs: %w[swollen gut_out] },
      { handling: %w[dropped] }
    ]

    worse.each do |change|
      assert_operator score(**before, **change).points, :>, score(**before).points, change.inspect
    end
  end

  # Hand-made sum: gill 35, light blood 8, one absent reflex 8, dropped 10, old damage 5, fight at
  # 1.33 of its budget 3.
  def test_a_record_is_held_against_its_budgets
    seen = {
      hook_place: "gill",
      bleeding: "light",
      reflexes: {
        tail_burst: "absent"
      },
      handling: %w[dropped],
      marks: %w[old_hook_scar],
      air_seconds: 8.0,
      **Fish.measured(412)
    }
    review =
      Core::Handling::Review.of(
        Fish.situation(
          Fish::BASS,
          water_temp_c: 12,
          fight_seconds:
            Fish.situation(Fish::BASS, **Fish.measured(412)).fight_budget_seconds * 1.33,
          **seen
        )
      )

    assert_equal [69, :grave], [review.score.points, review.score.band]
    assert_equal(
      [
        "hook in the gill", "bleeding", "open wound or old hook damage", "dropped", "no tail burst",
        "fight over the limit"
      ],
      review.score.parts.map { |part| part[:name] }
    )
    assert_equal [15, 30], review.to_h.values_at(:one_lift_seconds, :air_seconds)
  end
end

class TagDecisionTest < Minitest::Test
  FIT = { hook_place: "lip", water_temp_c: 12 }.freeze

  TAGGER = %i[authorised tag_in_hand tagging_seconds].freeze

  def advise(animal = Fish::BASS, **fields)
    situation = Fish.situation(animal, **FIT, **fields.except(*TAGGER))
    air_budget = Core::Handling::AirBudget.for(situation)
    score = Core::Handling::Caution.score(situation, air_budget:)
    Core::Handling::TagDecision.advise(
      situation, score:, air_budget:,
      tagger: Core::Handling::TagDecision::Tagger.new(**fields.slice(*TAGGER))
    )
  end

  def test_a_fit_fish_is_tagged_on_the_board
    fit = { advice: :tag, where: :board, reasons: [] }

    assert_equal fit, advise
    assert_equal fit, advise(**Fish.measured(420))
    assert_equal fit, advise(Fish::TROUT), "10 s hold the 8 that a tag takes"
    assert_equal fit, advise(rules: Fish.rules(small_fish: :tag_everything), **Fish.measured(250))
    assert_equal fit, advise(tagging_seconds: 20)
  end

  # Half took longer; of too few nobody knows.
  def test_the_median_of_own_taggings
    timed = ->(air, seconds) { seconds.map { |second| [air, second] } }
    answer = Core::Handling::TagDecision.own_medians(
      [*timed["hardy", [31, *(10..18)]], *timed["delicate", (1..11)], *timed["ordinary", (1..9)]]
    )

    assert_equal({ "hardy" => 14.5, "delicate" => 6.0 }, answer)
  end

  def test_each_condition_that_fails_lets_it_go_and_says_why
    [
      [{ hook_place: "gill", bleeding: "light" }, /43 points/, /gills/],
      [{ bleeding: "heavy" }, /bleeds/],
      [{ reflexes: { "rights_itself" => "absent" } }, /right itself/],
      [Fish.measured(299), /shorter than 30\.0 cm/],
      [{ water_temp_c: 22 }, /limit/],
      [{ authorised: false }, /may not/],
      [{ tag_in_hand: false }, /no tag/],
      [
        { species: Fish.species(Fish::BASS, fl_to_tl: nil), **Fish.measured(500, kind: "TL") },
        /TL cannot be converted to FL/
      ]
    ].each do |change, *sentences|
      decision = advise(*[change[:species]].compact, **change.except(:species))

      assert_equal [:let_go, nil, sentences.size],
        [decision[:advice], decision[:where], decision[:reasons].size],
        change.inspect
      sentences.zip(decision[:reasons]).each { |sentence, reason| assert_match sentence, reason }
    end
  end

  # School Q: where the tag goes in, and whether time is a reason to let go.
  def test_a_lift_that_is_too_short_is_no_reason_to_let_go_but_where_the_house_says_board
    tired = { taps: Fish.taps(["fish_on", 0], ["in_net", 60_000]) }

    assert_equal :water, advise(Fish::TROUT, **tired)[:where]
    assert_equal :water, advise(Fish::TROUT, water_temp_c: 17)[:where]
    assert_equal :water, advise(Fish::STURGEON)[:where]
    assert_equal :water, advise(rules: Fish.rules(tag_place: :always_in_water))[:where]
    assert_equal :water, advise(tagging_seconds: 21)[:where]
    board = Fish.rules(tag_place: :on_board)

    assert_equal ["only 7 s are left in this lift, and tagging takes 8"],
      advise(Fish::TROUT, rules: board, **tired)[:reasons]
    assert_equal ["it may not be lifted, and the house tags on the board"],
      advise(Fish::TROUT, rules: board, water_temp_c: 17)[:reasons]
  end

  # 20 s in all lifts together are gone but for 4.
  def test_what_is_left_counts_lifts_before_and_the_one_that_runs
    lifts = Fish.taps(["lifted", 0], ["back_in_water", 36_000])

    assert_equal :water, advise(taps: lifts)[:where]
    situation = Fish.situation(taps: Fish.taps(["lifted", 0]), now_ms: 13_000, **FIT)
    air_budget = Core::Handling::AirBudget.for(situation)
    answer =
      Core::Handling::TagDecision.advise(
        situation,
        score: Core::Handling::Caution.score(situation),
        air_budget:
      )

    assert_equal :water, answer[:where]
  end
end

class KeepVerdictTest < Minitest::Test
  LAW =
    Core::Law::Entry.new(
      species_code: "bass",
      min_mm: 420,
      max_mm: 600,
      length_kind: "FL",
      season: %w[07-01 03-31]
    )

  def keep(law = LAW, on: "2026-08-01", species: Fish::BASS, **details)
    Core::Law::KeepVerdict.of(Fish.situation(species, law:, on:, **details))
  end

  def slot(mm, how: "board", **limits)
    Core::Law::Slot.verdict(length: Core::Fish::Length.new(mm:, kind: "FL", how:), **limits)
  end

  def test_a_length_near_the_limit_is_too_close_to_call
    limits = { min_mm: 420, max_mm: 600 }

    assert_equal(
      %i[below too_close too_close inside too_close above],
      [413, 415, 425, 500, 604, 610].map { |mm| slot(mm, **limits) }
    )
    assert_equal :too_close, slot(490, how: "estimate", **limits)
    assert_equal :inside, slot(490)
  end

  def test_a_season_may_run_over_the_new_year
    assert_equal(
      [true, true, false, true],
      %w[2026-07-01 2027-03-31 2026-04-01 2026-12-24].map { |day| LAW.open_on?(day) }
    )
  end

  def test_whatever_is_not_clearly_legal_is_let_go
    assert_equal(
      { may: true, text: "inside the legal length", needs: nil },
      keep(**Fish.measured(500))
    )
    [
      "measure it first", "under 42.0 cm: release it", "too close to 42.0 cm to call: release it",
      "over 60.0 cm: release it"
    ].zip([nil, 400, 424, 640])
      .each do |text, mm|
        assert_equal(
          { may: false, text:, needs: mm ? nil : "length" },
          keep(**(mm ? Fish.measured(mm) : {}))
        )
      end
    assert_equal "the season is closed", keep(on: "2026-05-01", **Fish.measured(500))[:text]
    assert_equal "the house releases all fish",
      keep(rules: Fish.rules(keep: :release_only), **Fish.measured(500))[:text]
    assert_equal "under 16.5 in: release it", keep(units: "imperial", **Fish.measured(400))[:text]
    assert keep(nil)[:may]
  end

  def test_the_bag_is_counted
    law = Core::Law::Entry.new(species_code: "bass", min_mm: 420, length_kind: "FL", bag_limit: 2)

    assert_equal "inside the legal length; 2 of 2 today",
      keep(law, kept_before: 1, **Fish.measured(500))[:text]
    assert_equal "the bag of 2 is full: 2 kept today",
      keep(law, kept_before: 2, **Fish.measured(500))[:text]
    assert_equal "under 42.0 cm: release it", keep(law, kept_before: 0, **Fish.measured(400))[:text]
  end

  # A total length of 450 mm is a fork length of 425 (± 10): near the limit of 420.
  def test_the_law_measures_in_its_own_kind
    assert_equal "too close to 42.0 cm FL to call: release it",
      keep(**Fish.measured(450, kind: "TL"))[:text]
    assert keep(**Fish.measured(500, kind: "TL"))[:may]
    assert_match(
      /law measures FL, and its TL cannot/,
      keep(species: Fish.species(Fish::BASS, fl_to_tl: nil),
**Fish.measured(500, kind: "TL"))[:text]
    )
  end
end
