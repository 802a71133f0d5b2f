# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/fish"

# What leaves of a catch: names only where somebody gave one, places as fine as they may be.
class GivenTest < Minitest::Test
  NAMES = { "a" => "Isolde", "b" => nil, "c" => nil }.freeze
  ROW = {
    species_code: "seabass", member_id: "b", lat_deg: 48.123456789, lon_deg: -21.987654321,
    has_own_place: true, water_code: "sound"
  }.freeze

  def row_for(row = {}, exact: true)
    answer = Core::Exchange::Given.new(
      exact:, names: NAMES, waters: { "sound" => "Marrow Sound" },
      species: { "seabass" => Fish::BASS }
    ).catch(ROW.merge(row).values_at(*Core::Exchange::Given::CATCH.map(&:to_sym)))
    Core::Exchange::Tables::CATCHES.names.map(&:to_sym).zip(answer).to_h
  end

  def test_who_gave_no_name_is_told_apart_and_no_more
    answer = %w[a b c].map { |id| row_for({ member_id: id })[:caught_by] }

    assert_equal ["Isolde", "member 2", "member 3"], answer
    assert_equal "Marrow Sound", row_for[:water]
  end

  def test_an_exact_place_has_six_decimals_and_says_how_sure_it_is
    own, spot = row_for, row_for({ has_own_place: false })

    assert_equal [48.123457, -21.987654, 50],
      own.values_at(:lat_deg, :lon_deg, :place_uncertainty_m)
    assert_equal 1000, spot[:place_uncertainty_m]
    assert_nil row_for({ lat_deg: nil })[:lon_deg]
  end

  def test_a_trip_names_its_water_and_who_held_it
    data = Core::Exchange::Given.new(
      exact: true, names: NAMES, waters: { "sound" => "Marrow Sound" }, species: {}
    )
    cells = { trip_id: "t1", held_on: "2026-06-01", platform: "boat", water_code: "sound",
              member_id: "a" }
    answer = data.trip(cells.values_at(*Core::Exchange::Given::TRIP.map(&:to_sym)))
    answer = Core::Exchange::Tables::TRIPS.names.zip(answer).to_h

    assert_equal ["t1", "2026-06-01", "Marrow Sound", "Isolde"],
      answer.values_at("trip_id", "held_on", "water", "held_by")
  end

  # Others learn the cell of its first fish, not of its spot; between the two a place could be told.
  def test_a_trip_lies_at_its_spot_or_in_the_cell_of_its_first_fish
    cells = { trip_id: "t1", held_on: "2026-06-01", lat_deg: 48.61, lon_deg: -21.47,
              shown_lat_deg: 48.7, shown_lon_deg: -21.3 }
    answer = [true, false].map do |exact|
      data = Core::Exchange::Given.new(exact:, names: NAMES, waters: {}, species: {})
        .trip(cells.values_at(*Core::Exchange::Given::TRIP.map(&:to_sym)))
      Core::Exchange::Tables::TRIPS.names.zip(data).to_h.values_at("lat_deg", "lon_deg")
    end

    assert_equal [[48.61, -21.47], Core::Geography::CoarsePlace.of(48.7, -21.3).values], answer
  end

  # Cells of a lake in the north are as wide as they are high: by the cosine of their latitude.
  def test_a_cell_is_as_wide_as_it_is_high
    [0.01, 48.6, -45.1, 69.9].each do |lat_deg|
      here = Core::Geography::CoarsePlace.of(lat_deg, 10.0)
      wide = (1..400).map { |step| Core::Geography::CoarsePlace.of(lat_deg, 10 + (step / 1000.0)) }
        .find { |place| place[:lon_deg] != here[:lon_deg] }
      across = Core::Geography::Geodesic.distance_m(
        here[:lat_deg], here[:lon_deg], here[:lat_deg], wide[:lon_deg]
      )

      assert_in_delta 5000, across, 30, lat_deg.to_s
    end
  end

  # The middle of a cell of 5 km is at most 5 km / sqrt 2 from any place in it.
  def test_others_get_the_middle_of_a_cell
    answer = row_for(exact: false)

    assert_equal Core::Geography::CoarsePlace.of(48.123456789, -21.987654321).values,
      answer.values_at(:lat_deg, :lon_deg)
    assert_equal 3536, answer[:place_uncertainty_m]
    assert_match(/5 km/, answer[:place_generalised])
  end
end
