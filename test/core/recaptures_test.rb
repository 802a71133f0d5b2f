# frozen_string_literal: true

require_relative "../support/drawn_sound"
require_relative "../support/test_helper"

class GeodesicTest < Minitest::Test
  Line = Core::Geography::Geodesic

  def test_vectors_in_the_sound
    long = Line.line(48.61, -21.47, 48.93, -20.88)

    assert_in_delta 56_100.326, long.distance_m, 0.001
    assert_in_delta 50.4089, long.azimuth_deg, 0.0001
    assert_in_delta 923.512, Line.distance_m(48.61, -21.47, 48.615, -21.46), 0.001
  end

  # Known from the ellipsoid's definition, not from any solver.
  def test_quarter_meridian_and_a_degree_of_the_equator
    assert_in_delta 10_001_965.729, Line.distance_m(0, 0, 90, 0), 0.01
    assert_in_delta 6_378_137 * Math::PI / 180, Line.distance_m(0, 12, 0, 13), 0.001
  end

  def test_the_same_both_ways_and_across_the_date_line
    there, back =
      Line.distance_m(48.7, 179.9, 48.2, -179.8),
      Line.distance_m(48.2, -179.8, 48.7, 179.9)

    assert_in_delta there, back, 1e-6
    assert_operator there, :<, 70_000
    assert_in_delta 0.0, Line.distance_m(48.7, -21, 48.7, -21)
  end

  def test_nearly_antipodal_points_do_not_hang
    assert_in_delta 20_003_931, Line.distance_m(0, 0, 0.4, 179.7), 40_000
  end
end

class CoarsePlaceTest < Minitest::Test
  def test_every_point_of_a_cell_is_told_as_one_place_at_most_half_a_diagonal_away
    rng = Random.new(11)
    300.times do
      lat, lon = 48.3 + (rng.rand * 0.8), -21.9 + (rng.rand * 1.3)
      middle = Core::Geography::CoarsePlace.of(lat, lon).values_at(:lat_deg, :lon_deg)

      assert_operator Core::Geography::Geodesic.distance_m(lat, lon, *middle), :<, 3600
      assert_equal middle, Core::Geography::CoarsePlace.of(*middle).values_at(:lat_deg, :lon_deg)
    end
  end

  def test_no_place_stays_no_place_and_the_poles_hold
    assert_nil Core::Geography::CoarsePlace.of(nil, -21)
    assert_in_delta 89.9, Core::Geography::CoarsePlace.of(90, 180)[:lat_deg], 0.05
  end
end

class OutlineTest < Minitest::Test
  def test_a_square_island_with_a_square_lough
    square = ->(from, to) { [[from, from], [to, from], [to, to], [from, to], [from, from]] }
    feature = lambda do |kind, rings|
      {
        "properties" => {
          "kind" => kind
        },
        "geometry" => {
          "type" => "Polygon",
          "coordinates" => rings
        }
      }
    end
    outline =
      Core::Geography::Outline.new(
        [
          feature.call("land", [square.call(0, 10), square.call(4, 6)]),
          feature.call("lough", [square.call(4, 6)])
        ]
      )

    assert_equal(
      [nil, :lough, :sea, :sea],
      [[2, 2], [5, 5], [11, 5], [-1, 5]].map { |lat, lon| outline.water_at(lat, lon) }
    )
  end
end

class GrowthTest < Minitest::Test
  SEABASS =
    Core::Fish::Species.new(
      code: "seabass",
      common_name: "European seabass",
      tail: "forked",
      fl_to_tl: {
        a_mm: 4.0, b: 1.05, se_mm: 5.0
      }
    )

  def length(mm, how = "board", kind = "FL") = Core::Fish::Length.new(mm:, kind:, how:)

  def growth(first, second, days, species: SEABASS)
    Core::Recaptures::Growth.between(first:, second:, days:, species:)
  end

  # No fish grows 14 mm in two days, however well it was measured; in twenty it may.
  def test_a_difference_after_some_days_is_measuring
    answer = growth(length(412), length(426), 2)

    assert_equal :no_measurable_growth, answer.verdict
    assert_equal "No measurable growth: the difference of 14 mm is more than a fish grows in " \
      "2 days, so it is a measuring error.", answer.sentence
    assert_equal :grew, growth(length(412), length(426), 20).verdict
    assert_match "within the error of measuring", growth(length(412), length(417), 2).sentence
  end

  def test_vector
    answer = growth(length(412), length(455, "tape"), 402)

    assert_equal :grew, answer.verdict
    assert_in_delta 43.0, answer.increment_mm
    assert_in_delta 6.71, answer.sd_mm, 0.005
    assert_in_delta 39.07, answer.yearly_mm, 0.005
    assert_in_delta 11.95, answer.yearly_margin_mm, 0.005
  end

  # The house's curve until there is one of the programme's own.
  def test_expected_growth_goes_by_the_programmes_own_curve
    expected = Core::Recaptures::ExpectedGrowth
    species = SEABASS.dup.tap { |copy| copy.max_mm = 1000 }
    own = species.dup.tap do |copy|
      copy.growth = Core::Fish::Curve.new(linf_mm: 800.0, k_per_year: 0.3, version: 4)
    end
    year = Core::Units::DAYS_PER_YEAR

    assert_in_delta ((0.9 * species.max_mm) - 400) * (1 - Math.exp(-0.2)),
      expected.mm(400, year, species), 1e-9
    assert_in_delta 400 * (1 - Math.exp(-0.3)), expected.mm(400, year, own), 1e-9
    assert_equal 0, expected.mm(820, year, own), "beyond the longest nothing more is expected"
    assert_in_delta 0.1 * 800 * (1 - Math.exp(-0.3)), expected.spread_mm(0.1, year, own), 1e-9
  end

  # To the tenth of a millimetre and of a day, as far as an even spread of 95 % goes.
  def test_the_range_of_lengths_that_is_drawn
    expected = Core::Recaptures::ExpectedGrowth
    species = SEABASS.dup.tap { |copy| copy.max_mm = 1000 }
    range = expected.range(length(412), 301, species)
    middle = 412 + expected.mm(412, 301, species)
    half = Core::Recaptures::Growth::Z95 * expected.sd_mm(301, species, length(412).sd_mm, 0)

    assert_equal [301.0, (middle - half).round(1), (middle + half).round(1)], range.last.values
    assert_in_delta(12.0, range[1][:day])
    assert_nil expected.range(length(412), -1, species)
  end

  def test_a_difference_within_the_error_is_no_growth_and_a_shrunken_fish_is_a_doubt
    assert_equal :no_measurable_growth, growth(length(412), length(420), 200).verdict
    assert_equal :shorter, growth(length(412), length(400), 200).verdict
    assert_equal :no_measurable_growth,
      growth(length(412, "estimate"), length(360, "estimate"), 200).verdict
  end

  def test_no_yearly_rate_under_a_month
    assert_nil growth(length(412), length(455), 29).yearly_mm
    refute_nil growth(length(412), length(455), 30).yearly_mm
  end

  def test_lengths_of_two_kinds_are_compared_only_where_a_conversion_is_known
    assert_in_delta 0.0, growth(length(400), length(424, "board", "TL"), 200).increment_mm, 1e-9
    none = SEABASS.dup.tap { |copy| copy.fl_to_tl = nil }
    answer = growth(length(400), length(424, "board", "TL"), 200, species: none)

    assert_equal :not_comparable, answer.verdict
    assert_includes answer.sentence, "no conversion from TL to FL"
    assert_equal :not_comparable, growth(nil, length(424), 200).verdict
  end
end

class MatchTest < Minitest::Test
  FISH =
    Core::Recaptures::TaggedFish.new(
      fish_id: 7,
      number: "MS000001",
      species_code: "seabass",
      released_on: Date.new(2025, 5, 1),
      kept: false
    )

  def judge(fish: [FISH], share: 0.999, **options)
    seen = { complete: true, ours: true, already_in: false,
             **options.slice(:complete, :ours, :already_in) }
    best =
      fish.first &&
      Core::Recaptures::Candidates::Candidate.new(fish_id: fish.first.fish_id, share:)
    Core::Recaptures::Match.judge(
      report: {
        species_code: "seabass",
        caught_on: Date.new(2026, 5, 1),
        **options.except(*seen.keys)
      },
      carrying: fish,
      weighed: Core::Recaptures::Candidates::Weighed.new(ranked: [best].compact),
      **seen
    )
  end

  def test_accepts_what_nothing_contradicts
    assert_equal FISH, judge[:fish]
    assert_predicate judge(species_code: nil), :accepted?
    assert_predicate judge(caught_on: Date.new(2025, 5, 1)), :accepted?
  end

  def test_everything_else_waits_with_its_reason
    assert_equal :number_not_found, judge(fish: [])[:reason]
    assert_equal :other_programme, judge(fish: [], ours: false)[:reason]
    assert_equal :two_fish, judge(fish: [FISH, FISH.with(fish_id: 8)])[:reason]
    assert_equal :other_species, judge(species_code: "cod")[:reason]
    assert_equal :before_release, judge(caught_on: Date.new(2025, 4, 30))[:reason]
    assert_equal :reported_kept, judge(fish: [FISH.with(kept: true)])[:reason]
    assert_equal :perhaps_same_catch, judge(already_in: true)[:reason]
    assert_equal :unlikely, judge(share: 0.95)[:reason]
    assert_equal :not_complete, judge(complete: false)[:reason]
    assert_equal :not_complete, judge(fish: [], complete: false)[:reason]
  end

  # With nothing told beside the number nothing can stand against it: a finder who misread it would
  # tell the same.
  def test_a_number_alone_waits_unless_it_is_as_sure_as_any
    assert_equal :unlikely, judge(species_code: nil, share: 0.98)[:reason]
    assert_predicate judge(species_code: nil, share: 0.995), :accepted?
    assert_equal :reported_kept, judge(species_code: nil, fish: [FISH.with(kept: true)])[:reason]
    alone = judge(species_code: nil, fish: [FISH.with(kept: true)], found_how: "tag_alone")

    assert_predicate alone, :accepted?,
      "a kept fish leaves its tag"
  end

  def test_a_tag_that_came_off_is_that_fishs_only_before_that_day
    off = FISH.with(ended_on: Date.new(2026, 4, 1))

    assert_predicate judge(fish: [off], caught_on: Date.new(2026, 3, 1)), :accepted?
    assert_equal :came_off, judge(fish: [off])[:reason]
    assert_predicate judge(fish: [off], caught_from: Date.new(2026, 3, 1)), :accepted?,
      "some time between, so perhaps before"
    assert_predicate judge(fish: [off], found_how: "tag_alone"), :accepted?
  end

  def test_every_reason_has_words_for_the_desk_and_the_finder
    reasons =
      File.read("#{ROOT}/core/recaptures/match.rb").scan(/waits\(:(\w+)/).flatten +
      %w[asked second_opinion taken_back]

    reasons.uniq.each do |reason|
      assert_includes Core::Recaptures::Waiting::ALL.keys, reason.to_sym
    end
    refute_empty Core::Recaptures::Waiting.of("something_new").desk
  end
end

class StoryTest < Minitest::Test
  def catch_on(date, lat, lon, mm)
    Core::Recaptures::Catch.new(
      what: "tagged",
      caught_on: date,
      lat_deg: lat,
      lon_deg: lon,
      water_name: "Marrow Sound",
      place_name: "Cutter Ledge",
      fate: "released",
      length: Core::Fish::Length.new(mm:, kind: "FL", how: "board")
    )
  end

  def tell(audience)
    Core::Recaptures::Story.tell(
      species: GrowthTest::SEABASS,
      audience:,
      catches: [
        catch_on(Date.new(2026, 5, 1), 48.93, -20.88, 470),
        catch_on(Date.new(2025, 5, 1), 48.61, -21.47, 412)
      ]
    )
  end

  def test_a_member_reads_exact_places_in_the_order_of_time
    answer = tell(:member)

    assert_equal([48.61, 48.93], answer.catches.map(&:lat_deg))
    assert_equal 365, answer.whole.days
    assert_in_delta 56_100.3, answer.whole.distance_m, 0.1
    assert_equal 1, answer.legs.size
  end

  def test_the_public_reads_cells_waters_and_whole_cells_of_distance
    answer = tell(:public)

    assert_equal 55_000, answer.whole.distance_m
    assert_nil answer.whole.azimuth_deg
    answer.catches.each do |caught|
      assert_equal "Marrow Sound", caught.place_name
      assert_equal caught.slice(:lat_deg, :lon_deg),
        Core::Geography::CoarsePlace.of(*caught.place)
    end
  end

  # A finder may move the own report about as often as they like: inside one cell nothing that the
  # public is told changes, so no circle can be drawn round the exact place.
  def test_the_public_story_depends_on_the_cells_alone
    rng = Random.new(7)
    stories = Array.new(40) do
      places = [[48.61, -21.47], [48.93, -20.88]].map { |place| elsewhere_in_the_cell(place, rng) }
      catches = places.zip([Date.new(2025, 5, 1), Date.new(2026, 5, 1)], [412, 470])
      answer = Core::Recaptures::Story.tell(
        species: GrowthTest::SEABASS, audience: :public, route: DrawnSound.route,
        catches: catches.map { |(lat, lon), on, mm| catch_on(on, lat, lon, mm) }
      )
      [answer.whole.to_h.except(:growth), answer.catches.map(&:place)]
    end

    assert_equal 1, stories.uniq.size
  end

  def elsewhere_in_the_cell(place, rng)
    cell = Core::Geography::CoarsePlace.of(*place)
    loop do
      moved = place.map { |degrees| degrees + rng.rand(-0.05..0.05) }
      return moved if Core::Geography::CoarsePlace.of(*moved) == cell
    end
  end

  # Two thirds to one and a half times as long, and at least 15 days to either side.
  def test_what_counts_as_about_as_long_at_liberty
    bands = [300, 90, 20, 3].map { |days| Core::Recaptures::Typical.band(days) }

    assert_equal [201..450, 60..135, 5..35, 0..18], bands
  end

  def test_a_day_at_liberty_is_a_change_of_date
    assert_equal 1,
      Core::Recaptures::Story.days_at_liberty(
        Date.new(2026, 2, 28),
        Date.new(2026, 3, 1)
      )
    assert_equal 0,
      Core::Recaptures::Story.days_at_liberty(
        Date.new(2026, 2, 28),
        Date.new(2026, 2, 28)
      )
  end
end
