# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/treated_rows"

# What answers say, against figures worked out by hand.
class WaterAnswersTest < Minitest::Test
  include Core::Answers

  # Fish by hook: counts of [released, returned] of deep hooks and of others.
  def hooks(deep, others, **options) = { treatment: :hook, arms: [deep, others], **options }

  def handling(*counts, least_fish: 0)
    HandlingAnswers.of(TreatedRows.of(counts), least_fish:).to_h { |answer| [answer.key, answer] }
  end

  def test_a_difference_beyond_chance_is_said_in_its_words_with_its_counts
    result = handling(hooks([400, 20], [2000, 200]))
    sentence = result["returns_hook"].sentence

    # 20 of 400 is 0.05, 200 of 2000 is 0.1.
    assert_match(/\AFish hooked deep returned within a year 0\.50 times as often \(0\.31 to/,
      sentence)
    assert_includes sentence, "20 of 400 against 200 of 2000. This is beyond chance"
    assert_match(/Beyond chance, with 1 compared: fish hooked deep returned 0\.50/,
      result["returns"].sentence)
    assert_equal :hooks, result["returns_hook"].question
    assert_equal ["Hook: deep", 0.5, "yes"], result["returns"].rows[0].values_at(0, 1, 4)
  end

  def test_too_few_are_counted_and_how_many_more_it_takes_is_told
    result = handling(hooks([40, 2], [500, 50]))["returns_hook"]

    assert_nil result.sentence
    # 0.10 against 0.07, the planning vector, rounded up.
    assert_includes result.missing,
      "about 1356 fish of each are needed, released a year ago. There are 40 and 500"
    assert_equal "Nothing is recorded about it yet for fish released a year ago.",
      result && handling(hooks([40, 2], [500, 50]))["returns_depth"].missing
  end

  # Each season saw one way alone: as many fish as may be, and nothing stands against nothing.
  def test_fish_treated_both_ways_in_no_season_are_not_compared
    result = handling(
      hooks([400, 40], [0, 0], stratum: ["bass", 2024, 1, 3]),
      hooks([0, 0], [900, 190], stratum: ["bass", 2025, 1, 3])
    )

    assert_nil result["returns_hook"].sentence
    assert_equal HandlingAnswers::NO_COMPARISON, result["returns_hook"].missing
    assert_empty result["returns"].rows
  end

  # An interval that touches one is no difference.
  def test_what_touches_one_is_not_beyond_chance
    result = handling(hooks([400, 40], [2000, 200]))

    assert_match(/none did fish return more or less often beyond chance/,
      result["returns"].sentence)
    assert_match(/This could be chance\.\z/, result["returns_hook"].sentence)
    bar = result["returns"].chart[:bars].find { |label, *| label == "Hook: deep" }

    assert_in_delta 1.0, bar[1], 0.05
    assert_operator bar[2], :<, 1
    assert_operator bar[3], :>, 1
  end

  # A fish of 30 cm that grew 20 mm in half a year stands at 40 mm in a year.
  def test_growth_in_a_year_of_each_fish_is_its_point
    rows = [[300, 320, 0.5], [400, 430, 2.0], [350, 360, 0.1]].map do |l1_mm, l2_mm, years|
      { l1_mm:, how1: "board", sd1_mm: nil, l2_mm:, how2: "tape", sd2_mm: nil, years:,
        story_key: "k#{l1_mm}" }
    end
    fits = GrowthAnswer.fit(rows)
    answer = GrowthAnswer.of(fits, species: "Cod", kind: "TL")

    assert_equal [[30.0, 40.0, "k300"], [40.0, 15.0, "k400"]], answer.chart[:points],
      "under a quarter of a year it is all error"
    assert_equal [3.0, 6.0], fits.rows.first.values_at(:sd1_mm, :sd2_mm)
    assert_match(/27 more/, answer.missing)
    refute GrowthAnswer.sound?(fits)
  end

  # Whole steps of 5 cm have an error of 50 / root of 12 mm beside that of guessing.
  def test_a_way_of_measuring_that_rounds_has_its_rounding_in_its_error
    rows = (1..20).map do |step|
      { l1_mm: 250 + (50 * (step % 5)), how1: "estimate", sd1_mm: nil, l2_mm: 301 + (13 * step),
        how2: "board", sd2_mm: nil, years: 1.0, season: 0.4, story_key: "k" }
    end
    plain = Core::Fish::Length.new(mm: 300, kind: nil, how: "estimate").sd_mm
    first = GrowthAnswer.fit(rows).rows.first

    assert_in_delta Math.hypot(plain, 50 / Math.sqrt(12)), first[:sd1_mm], 1e-9
    assert_in_delta(3.0, first[:sd2_mm])
  end

  # Deep hooks are commoner in the species that comes back less: within species nothing is left of
  # it, whoever tagged them.
  def test_what_lies_in_the_species_is_not_laid_on_the_hook
    bass, pollack = ["bass", 2025, 2, 3], ["pollack", 2025, 2, 3]
    result = handling(
      hooks([100, 20], [900, 180], stratum: bass), hooks([900, 45], [100, 5], stratum: pollack)
    )["returns_hook"]

    assert_in_delta 1.0, result.rows[0][1], 1e-9
    assert_operator result.rows.assoc("as counted, without strata")[1], :<, 0.4
  end

  # One tagger treats every fish so, and another none: nothing of it is left by the regression.
  def test_what_lies_in_the_tagger_is_not_laid_on_the_hook
    counts = (2021..2025).flat_map do |year|
      [["careful", [20, 8], [180, 72]], ["hasty", [180, 18], [20, 2]]].map do |tagger, deep, others|
        hooks(deep, others, tagger:, stratum: ["bass", year, 2, 3])
      end
    end
    many = handling(*counts)["returns_hook"]

    assert_in_delta 1.0, many.rows[0][1], 1e-6
    apart = counts.map { |count| { **count, arms: count[:arms].map(&:dup) } }
    apart.each { |count| count[:arms][count[:tagger] == "careful" ? 0 : 1] = [0, 0] }
    none = handling(*apart)["returns_hook"]

    assert_nil none.sentence, "who was hasty and who was careful is all that there is"
  end

  def moves(km, lat = 0.1, lon = 0.0)
    { days: 30, km:, story_key: "k", from_lat: 0.0, from_lon: 0.0, to_lat: lat, to_lon: lon }
  end

  SPOTS = [{ name: "Outer ledge", lat_deg: 0.0, lon_deg: 0.0 },
    { name: "Inner pool", lat_deg: 0.2, lon_deg: 0.0 }]
    .map { |entry| Core::Geography::Spot.new(**entry) }.freeze

  def test_where_fish_of_a_spot_are_seen_again
    rows = Array.new(8) { moves(1.0, 0.05) } + Array.new(12) { moves(20.0, 0.16) }
    flow = MovementAnswers.of(rows, spots: SPOTS).find { |spot| spot.key == "flow" }

    assert_match(/Of 20 fish released at Outer ledge, 40 % \(22 to 61\) were recaptured there/,
      flow.sentence)
    assert_equal [["Outer ledge", "Inner pool", 12], ["Outer ledge", "Outer ledge", 8]], flow.rows
    assert_equal ["Outer ledge", 40.0], flow.chart[:bars].first.first(2)
  end

  # The spot with the most fish is said first.
  def test_of_two_spots_the_one_with_more_fish_is_said
    turned = ->(row) { { **row, from_lat: row[:to_lat], from_lon: row[:to_lon] } }
    rows = Array.new(20) { moves(1.0, 0.05) } + Array.new(12) { turned[moves(20.0, 0.16)] }
    flow = MovementAnswers.of(rows, spots: SPOTS).find { |spot| spot.key == "flow" }

    assert_match(/\AOf 20 fish released at Outer ledge/, flow.sentence)
    assert_equal 2, flow.chart[:bars].size
  end

  ClosedAnswer = Core::Answers::ClosedAnswer

  # Visits told by [caught, again, newly marked], as fish.
  def visits(*answer)
    known = 0
    answer.each_with_index.flat_map do |(caught, again, marked), index|
      on = Date.new(2025, 9, 1) + (7 * index)
      seen = Array.new(again) { |i| { on:, fish_id: "f#{i}", is_tagged: false } }
      fresh = Array.new(marked) { { on:, fish_id: "f#{(known += 1) - 1}", is_tagged: true } }
      others = Array.new(caught - again - marked) { { on:, fish_id: nil, is_tagged: false } }
      seen + fresh + others
    end
  end

  def closed(rows) = ClosedAnswer.of(rows, species: "Trout", water: "Lough", year: 2025)

  # The vector of Schnabel's sum, as visits of single fish.
  def test_a_closed_water_is_counted
    rows = visits([120, 0, 118], [140, 9, 128], [98, 11, 85], [160, 26, 130], [131, 27, 0])
    answer = closed(rows)

    assert_match(/Trout in Lough in 2025: at least \d+\. 5 visits caught 649 fish/,
      answer.sentence, "the same fish came again and again")
    assert_equal ["2025-09-08", 140, 9, 128], answer.rows[1]
    assert_equal 4, answer.chart[:bars].size
    two = closed(visits([60, 0, 60], [50, 12, 0]))

    assert_match(/Chapman/, two.worked_out)
    assert_match(/at least \d+\. 2 visits .* which two visits cannot show/, two.sentence)
    floor = two.sentence[/at least (\d+)/, 1].to_i

    assert_operator floor, :<, 238, "61 times 51 by 13, less one, is the middle"
    assert_operator floor, :>=, 98, "so many were seen"
  end

  def test_too_few_visits_or_fish_seen_again_give_no_number
    assert_match(/2 visits/, closed(visits([60, 0, 60], [9, 9, 0])).missing)
    assert_match(/7 fish recaptured on a later visit: 1 more/,
      closed(visits([60, 0, 60], [50, 6, 0])).missing)
    assert_nil closed([]).sentence
    far = visits([60, 0, 60], [50, 12, 0]).each { |row| row[:on] += 15 if row[:on].day > 1 }

    assert_match(/2 visits/, closed(far).missing, "a longer gap begins another study")
  end

  def test_reach_and_way
    far = Array.new(6) { moves(3.0) } + Array.new(4) { moves(12.0, 0.1, 0.0) }
    reach, distance, flow, way = MovementAnswers.of(far)

    assert_match(/\AOf 10 fish recaptured, where people fish, 60 % \(31 to 83\) were within 5 km/,
      reach.sentence)
    assert_equal([[5, 6], [10, 6], [25, 10]], reach.rows.map { |row| row.first(2) })
    assert_match(/This needs 20 fish/, distance.missing)
    assert_match(/Of 10 fish released at unknown, 100 %/, flow.sentence)
    assert_match(/mostly towards the north \(mean 0°/, way.sentence)
    assert_equal 10, way.rows.assoc("north")[1]
    every = [[0.1, 0], [-0.1, 0], [0, 0.1], [0, -0.1]].flat_map { |place| [moves(9.0, *place)] * 5 }

    assert_match(/had no main direction/, MovementAnswers.of(every).last.sentence)
    assert_match(/3 more/, MovementAnswers.of(far.first(7))[0].missing)
  end

  def test_seasons_become_an_m_array
    pairs =
      [
        [2023, 2024, 40],
        [2023, 2025, 10],
        [2023, nil, 150],
        [2024, 2025, 50],
        [2024, nil, 190]
      ].map { |season, next_season, fish| { season:, next_season:, newly: true, fish: } }
    season = Core::Answers::Season.new(begins: "07-01")
    common = { doubles: [], taken: [{ kept: 8, over: 300 }], season: }
    _, survival, kept = TagAnswers.of(
      **common, seasons: { rows: pairs, double_share: 0.0 },
      fates: { tagged: 400, returned: 100, kept: 8 }
    )

    assert_equal [[2023, 200, "40, 10"], [2024, 240, "50"]], survival.rows
    assert_match(/100 recaptured of 440 fish/, survival.sentence)
    assert_match(
      /\A8 of 400 .* known to have been kept, all years together: at least 2\.0 % \(1\.0 to 3\.9\)/,
      kept.sentence
    )
    assert_match(/at least \d+ % .* because shed tags count as deaths/, survival.sentence)
    assert_match(/whole seasons from 1 July/, survival.worked_out)
    few = TagAnswers.of(
      **common, seasons: { rows: pairs.first(1), double_share: 0.0 }, fates: { tagged: 0, kept: 0 }
    )

    assert_match(/three whole seasons/, few[1].missing)
  end

  # A summer that goes over New Year is one season where July is quiet.
  def test_a_season_begins_where_next_to_nothing_is_caught
    season = Core::Answers::Season.of(nil,
      { 10 => 5, 11 => 60, 12 => 90, 1 => 80, 2 => 40, 3 => 8 })

    assert_includes %w[05-01 06-01 07-01 08-01], season.begins
    assert_equal([2025, 2025], [Date.new(2025, 12, 31), Date.new(2026, 1, 1)]
      .map { |day| season.year_of(day) })
    assert_equal "09-15", Core::Answers::Season.of("09-15", {}).begins
  end

  def test_lengths_and_weights
    classes =
      [[300, 10], [320, 30], [340, 50], [360, 10]].map { |from_mm, fish| { from_mm:, fish: } }
    weighed =
      (30..60).map do |cm|
        { length_cm: cm.to_f, weight_g: (0.01 * (cm**3)).round, month: 6, scarred: cm > 50 }
      end
    histogram, weight = LengthAnswers.of(classes, weighed, species: "Pollack", kind: "FL")

    assert_equal "Half of 100 fish were under 36 cm. Eight in ten were between 32 and 36 cm.",
      histogram.sentence
    assert_match(/\APollack of 45 cm weigh 91\d g/, weight.sentence)
    assert_equal ["Jun", 31], weight.rows[0].first(2)
    assert_in_delta 100, weight.rows[0][2], 0.1
    assert_equal "with an old hook scar", weight.rows[1][0]
    assert_match(/cm\^3\.0\d\d \(95 % of the exponent (2\.9\d|3\.0\d) to 3\.0\d\)/,
      weight.worked_out)
    assert_equal 1, weight.assumptions.size
    refute_equal histogram.assumptions, weight.assumptions
  end

  def test_the_programme_in_days_and_shares
    counts = { lag_days: [1, 2, 9], reports: 80, matched: 60, alone: 57, finders: 50, again: 5,
               unsubmitted: 1, asleep: 2, records: 200, no_length: 20, no_place: 0, no_hook: 0 }
    reports, records = HealthAnswers.of(counts)

    assert_match(
      /\AHalf of 80 reports arrived within 2 days of the catch, three in four within 9 days/,
      reports.sentence
    )
    assert_includes reports.sentence, "95 % (86 to 98)"
    assert_match(/\A1 trip older than two weeks is not submitted\. 2 members/, records.sentence)
    assert_equal ["without a length", 0.1, 200], records.rows[0].values_at(0, 1, 4)
  end

  def test_no_more_is_shown_than_can_be_seen
    answer = Answer.new(key: "a", title: "A", chart: { points: (1..4000).map { |x| [x, x, nil] } },
      rows: (1..2500).zip)

    assert_operator answer.chart[:points].size, :<=, 1000
    assert_operator answer.rows.size, :<=, 1000
    assert_equal [1], answer.rows.first
  end
end
