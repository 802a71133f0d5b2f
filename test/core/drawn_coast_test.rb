# frozen_string_literal: true

require_relative "../support/test_helper"

class DrawnCoastTest < Minitest::Test
  def square(west, south, side)
    [
      [west, south],
      [west + side, south],
      [west + side, south + side],
      [west, south + side],
      [west, south]
    ]
  end

  def feature(kind, type, coordinates, name = nil)
    {
      "type" => "Feature",
      "properties" => {
        "kind" => kind,
        "name" => name
      },
      "geometry" => {
        "type" => type,
        "coordinates" => coordinates
      }
    }
  end

  def read(*features)
    Core::Geography::DrawnCoast.read("type" => "FeatureCollection", "features" => features)
  end

  # As many corners as may be, and one more.
  def test_a_coast_has_only_so_many_corners
    most = Core::Geography::DrawnCoast::MOST_CORNERS
    ring = lambda do |corners|
      around = (0...(corners - 1)).map do |index|
        turn = 2 * Math::PI * index / (corners - 1)
        [10 + (0.1 * Math.cos(turn)), 50 + (0.1 * Math.sin(turn))]
      end
      [*around, around.first]
    end

    refute_empty read(feature("land", "Polygon", [ring.call(most)]))
    refused = assert_raises(Core::InvalidInput) do
      read(feature("land", "Polygon", [ring.call(most + 1)]))
    end

    assert_match(/have #{most + 1} corners/, refused.message)
  end

  def test_features_that_are_not_whole_say_which_they_are
    { feature("land", "Polygon", [], "Holm") => /Feature 1 has no rings/,
      feature("land", "Polygon", [square(10.0, 50.0, 1).first(4)]) =>
        /A ring of feature 1 does not end where it began/,
      feature("place", "Point", [10.0, 50.0]) => /Feature 1 is a place without a name/ }
      .each do |bad, sentence|
        error = assert_raises(Core::InvalidInput) { read(bad) }

        assert_match sentence, error.message
      end
  end

  # A programme on a lake alone: outside it is land, not sea.
  def test_a_lough_that_comes_alone_gets_a_shore
    outline =
      Core::Geography::Outline.new(
        read(feature("lough", "Polygon", [square(10.0, -45.0, 0.2)], "Lake"))
      )

    assert_equal :lough, outline.water_at(-44.9, 10.1)
    assert_nil outline.water_at(-44.9, 10.22)
  end

  def test_one_in_drawn_land_stays_as_it_is
    drawn =
      read(
        feature("land", "Polygon", [square(9.0, -46.0, 2.0), square(10.0, -45.0, 0.2)]),
        feature("lough", "Polygon", [square(10.0, -45.0, 0.2)], "Lake")
      )

    assert_equal 2, drawn.size
  end

  # Drawn in land without its hole, it gets one: round it is land, in it the lough.
  def test_a_lough_drawn_over_land_is_cut_out_of_it
    outline = Core::Geography::Outline.new(
      read(
        feature("land", "Polygon", [square(9.0, -46.0, 2.0)]),
        feature("lough", "Polygon", [square(10.0, -45.0, 0.2)], "Lake")
      )
    )

    assert_equal :lough, outline.water_at(-44.9, 10.1)
    assert_nil outline.water_at(-44.5, 10.5)
    assert_equal :sea, outline.water_at(-47.0, 10.1)
  end

  def test_places_know_their_water_and_those_on_land_are_left_out
    drawn =
      read(
        feature("land", "Polygon", [square(0.0, 0.0, 0.1)]),
        feature("lough", "Polygon", [square(0.04, 0.04, 0.02)], "Pool"),
        feature("place", "Point", [0.05, 0.05], "In the pool"),
        feature("place", "Point", [0.5, 0.5], "At sea"),
        feature("place", "Point", [0.01, 0.01], "Ashore")
      )

    assert_equal(
      [["In the pool", "fresh"], ["At sea", "sea"]],
      Core::Geography::DrawnCoast.places(drawn).map { |place| place.values_at(:name, :kind) }
    )
  end

  def test_features_are_counted_as_people_count
    good = feature("land", "Polygon", [square(-21.0, 48.0, 0.2)], "Holm")
    answer = assert_raises(Core::InvalidInput) do
      read(good, feature("volcano", "Polygon", [square(-20.0, 48.0, 0.2)]))
    end.message

    assert_match(/\AFeature 2 says it is "volcano"/, answer)
    {
      feature("place", "Point", [200, 0], "x") => "A point of feature 2 is [200, 0].",
      feature("wall", "LineString", [[0, 0]]) => "A line of feature 2 has fewer than 2 points."
    }.each do |bad, sentence|
      assert_includes assert_raises(Core::InvalidInput) { read(good, bad) }.message, sentence
    end
  end

  def test_only_a_collection_is_a_coast
    land = feature("land", "Polygon", [square(0.0, 0.0, 0.1)])
    [land, [land], nil, { "type" => "FeatureCollection" }, { "features" => [land] },
      { "type" => "Topology", "features" => [land] },
      { "type" => "FeatureCollection", "features" => {} }].each do |drawn|
        refused = assert_raises(Core::InvalidInput, drawn.inspect) do
          Core::Geography::DrawnCoast.read(drawn)
        end

        assert_equal ["type"], refused.fields.keys
      end
  end

  def test_every_fault_says_where
    land = feature("land", "Polygon", [square(0.0, 0.0, 0.1)])
    {
      "features.1" => [land, feature("place", "Point", [200, 0], "x")],
      "features.0" => [feature("land", "LineString", [[0, 0], [1, 1]])]
    }.each do |field, features|
      error = assert_raises(Core::InvalidInput) { read(*features) }

      assert_equal [field], error.fields.keys
    end
    endless = Array.new(3000) { |index| [index / 10_000.0, 0.1] }
    bad = [
      feature("place", "Point", [0, 0]),
      feature(nil, "Polygon", [[[0, 0], [1, 1], [0, 0]]]),
      { "geometry" => nil },
      7,
      feature("land", "Polygon", [[[0, 0], [1, "x"], [1, 1], [0, 0]]]),
      feature("land", "MultiPolygon", []),
      feature("land", "Polygon", [[*endless, endless[0]]])
    ]

    bad.each do |entry|
      assert_raises(Core::InvalidInput) { read(land, entry) }
    end
  end
end
