# frozen_string_literal: true

require_relative "../support/test_helper"

# Lines on the ellipsoid beside integrals and symmetries that owe nothing to their series.
class GeodesicTest < Minitest::Test
  AXIS_M = 6_378_137.0
  SQUARE = 0.00669437999014

  def line(*ends) = Core::Geography::Geodesic.line(*ends)

  # The meridian's arc by Simpson's rule.
  def meridian_m(from_deg, to_deg)
    from, to = [from_deg, to_deg].map { |deg| deg * Math::PI / 180 }
    steps = 2000
    width = (to - from) / steps
    sum = (0..steps).sum do |index|
      weight = index.zero? || index == steps ? 1 : 2 + (2 * (index % 2))
      weight / ((1 - (SQUARE * (Math.sin(from + (index * width))**2)))**1.5)
    end
    AXIS_M * (1 - SQUARE) * sum * width / 3
  end

  def test_along_a_meridian
    [[0, 1], [48.6, 48.7], [-44.7, -12.0], [-30, 60], [10, 89], [-80, 75]].each do |from, to|
      assert_in_delta meridian_m(from, to), line(from, 11.0, to, 11.0).distance_m, 0.001
    end
  end

  def test_along_the_equator_and_over_the_date_line
    assert_in_delta AXIS_M * Math::PI / 60, line(0, -1.5, 0, 1.5).distance_m, 0.001
    east = line(-17.0, 179.5, -16.5, -179.2)
    same = line(-17.0, 0.5, -16.5, 1.8)

    assert_in_delta same.distance_m, east.distance_m, 0.001
    assert_in_delta same.azimuth_deg, east.azimuth_deg, 1e-7
  end

  def test_from_a_place_to_itself_it_is_no_way
    ends = [[48.6, -21.4, 48.6, -21.4], [0, 0, 0, 0], [10, -180, 10, 180]]

    ends.map { |places| line(*places) }.each do |here|
      assert_equal [0.0, 0.0], [here.distance_m, here.azimuth_deg]
    end
  end

  def test_there_and_back_are_as_far_and_mirrors_are_alike
    [[48.6, -21.4, 51.0, -18.0], [-44.5, 171.5, -40.0, 176.0],
      [5, 5, -60, 150]].each do |a, b, c, d|
        there = line(a, b, c, d)

        assert_in_delta there.distance_m, line(c, d, a, b).distance_m, 0.001
        assert_in_delta there.distance_m, line(-a, -b, -c, -d).distance_m, 0.001
        assert_in_delta (180 + line(-a, -b, -c, -d).azimuth_deg) % 360, there.azimuth_deg, 1e-7
      end
  end
end
