# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/drawn_sound"

# Ways by water held against shapes whose shortest way is known by geometry, and against the drawn
# sound.
class RouteTest < Minitest::Test
  # Half sides of a square island, in degrees around 48.5 N, 21 W.
  LAT, LON = 48.5, -21.0

  def land(*rings)
    {
      "properties" => {
        "kind" => "land"
      },
      "geometry" => {
        "type" => "Polygon",
        "coordinates" => rings
      }
    }
  end

  def lough(ring)
    {
      "properties" => {
        "kind" => "lough"
      },
      "geometry" => {
        "type" => "Polygon",
        "coordinates" => [ring]
      }
    }
  end

  def box(west, south, east, north)
    [[west, south], [east, south], [east, north], [west, north], [west, south]]
  end

  def geodesic(*points)
    points.each_cons(2).sum { |from, to| Core::Geography::Geodesic.distance_m(*from, *to) }
  end

  def route(*features) = Core::Geography::Route.new(features)

  # Never over land, never shorter than straight, within a thousandth of what geometry says (the
  # rule allows a twentieth).
  def assert_way(expected_points, route)
    way = route.between(*expected_points.first, *expected_points.last)
    expected = geodesic(*expected_points)

    assert_in_delta expected, way.distance_m, expected * 0.001
    assert_operator way.distance_m,
      :>=,
      geodesic(expected_points.first, expected_points.last) - 1e-6
    assert_equal expected_points.size, way.path.size, way.path.inspect
  end

  # The same island with its middle at 180 degrees: the way round it is as long as anywhere.
  def test_a_way_across_180_degrees_is_as_long_as_elsewhere
    square = lambda do |middle|
      corners = [[-0.02, -0.02], [0.02, -0.02], [0.02, 0.02], [-0.02, 0.02], [-0.02, -0.02]]
      land(corners.map do |east, north|
        [Core::Geography::Longitude.written(middle + east), LAT + north]
      end)
    end
    ways = [-21.0, 180.0].map do |middle|
      west, east = [-0.05, 0.05].map { |off| Core::Geography::Longitude.written(middle + off) }
      route(square[middle]).between(LAT, west, LAT, east)
    end

    assert_in_delta ways[0].distance_m, ways[1].distance_m, 0.01
    assert_operator ways[1].distance_m, :>, 7400
    assert_equal 4, ways[1].path.size, "round two corners"
    assert(ways[1].path.all? { |_, lon| lon.abs <= 180 })
    over = route.between(10.0, 179.95, 10.0, -179.95)

    assert_in_delta 10_963, over.distance_m, 5, "a tenth of a degree at 10 degrees north"
  end

  def test_round_a_square_island_by_its_nearer_corners
    island = route(land(box(-21.1, 48.4, -20.9, 48.6)))

    assert_way([[48.52, -21.2], [48.6, -21.1], [48.6, -20.9], [48.52, -20.8]], island)
    assert_way([[48.45, -21.2], [48.4, -21.1], [48.4, -20.9], [48.45, -20.8]], island)
    assert_way([[48.5, -21.2], [48.6, -21.1], [48.7, -20.95]], island)
    assert_way([[48.7, -21.2], [48.7, -20.8]], island)
  end

  def test_out_of_a_bay_and_through_a_gap
    # A horseshoe open to the north, and a wall across it with a gap at one end.
    horseshoe =
      land(
        [
          [-21.2, 48.3],
          [-20.8, 48.3],
          [-20.8, 48.7],
          [-20.9, 48.7],
          [-20.9, 48.4],
          [-21.1, 48.4],
          [-21.1, 48.7],
          [-21.2, 48.7],
          [-21.2, 48.3]
        ]
      )

    assert_way([[48.5, -21.0], [48.7, -20.9], [48.7, -20.8], [48.35, -20.7]], route(horseshoe))
    wall = land(box(-21.05, 48.75, -20.5, 48.77))

    assert_way(
      [[48.5, -21.0], [48.75, -21.05], [48.77, -21.05], [48.9, -20.7]],
      route(horseshoe, wall)
    )
  end

  def test_what_is_not_joined_is_said_so
    ring = box(-21.05, 48.45, -20.95, 48.55)
    closed = [land(box(-21.1, 48.4, -20.9, 48.6), ring)]
    [closed, [*closed, lough(ring)]].each do |features|
      way = route(*features).between(48.5, -21.0, 48.5, -21.3)

      assert_equal [nil, nil, "The two waters are not connected."],
        [way.distance_m, way.path, way.why]
    end
    assert route(*closed, lough(ring)).between(48.5, -21.04, 48.5, -20.96).distance_m
  end

  def test_a_place_drawn_ashore_starts_from_the_nearest_water
    island = route(land(box(-21.1, 48.4, -20.9, 48.6)))
    way = island.between(48.5, -21.099, 48.5, -21.2)

    assert_in_delta geodesic([48.5, -21.099], [48.5, -21.2]), way.distance_m, 5
    assert_equal Core::Geography::Route::ON_LAND, island.between(48.5, -21.0, 48.5, -21.2).why
    assert_in_delta 0, island.between(48.5, -21.2, 48.5, -21.2).distance_m, 1e-9
  end

  # A place on the drawn shore, or within metres of it, is as good as one a little way out.
  def test_a_place_on_the_shore_line_has_its_way
    island = route(land(box(-21.1, 48.4, -20.9, 48.6)))
    away = [48.5, -20.7]
    [
      [48.5, -21.1],
      [48.4, -21.1],
      [48.6, -21.0],
      [48.5, -21.100003],
      [48.6000001, -21.1],
      [48.5, -21.0999]
    ].each do |from|
      out = from[1] < -21.05 ? [from[0], -21.1005] : [48.6005, from[1]]

      assert_in_delta island.between(*out, *away).distance_m,
        island.between(*from, *away).distance_m,
        150,
        from.inspect
    end
  end

  # A harbour wall out from the island's west shore: the fish goes round its head.
  def test_a_wall_stands_in_the_way
    wall = {
      "properties" => {
        "kind" => "wall"
      },
      "geometry" => {
        "type" => "LineString",
        "coordinates" => [[-21.1, 48.5], [-21.3, 48.5]]
      }
    }

    expected = geodesic([48.49, -21.12], [48.5, -21.3], [48.51, -21.12])

    assert_in_delta expected,
      route(land(box(-21.1, 48.4, -20.9, 48.6)), wall).between(
        48.49, -21.12, 48.51, -21.12
      ).distance_m,
      20
  end

  # The drawn sound: every way stays in the water, is never shorter than straight, and is the same
  # there and back.
  def test_ways_through_the_sound
    sound, outline = DrawnSound.route, Core::Geography::Outline.new(DrawnSound.features)
    spots =
      Demo::Sound::SPOTS
        .select { |spot| spot[:water_code] == "marrow_sound" }
        .map { |spot| spot.values_at(:lat_deg, :lon_deg) }
    spots.combination(2) do |from, to|
      way = sound.between(*from, *to)

      assert_operator way.distance_m, :>=, geodesic(from, to) - 1e-6
      assert_in_delta way.distance_m, sound.between(*to, *from).distance_m, 1
      inner =
        way
          .path
          .each_cons(2)
          .flat_map do |here, there|
            (1..40).map { |step| here.zip(there).map { |a, b| a + ((b - a) * step / 41.0) } }
          end

      assert(inner.all? { |place| outline.water_at(*place) }, "#{from} to #{to} goes over land")
    end
    assert_equal "The two waters are not connected.",
      sound.between(48.69, -21.69, 48.655, -21.506).why
  end
end
