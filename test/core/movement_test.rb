# frozen_string_literal: true

require_relative "../support/test_helper"

class MovementTest < Minitest::Test
  Movement = Core::Estimates::Movement

  def test_bearings_by_the_compass
    {
      [0, 0, 1, 0] => 0, [0, 0, 0, 1] => 90, [0, 0, -1, 0] => 180, [0, 0, 0, -1] => 270,
      [60, 0, 60, 180] => 0, [-60, 0, -60, 180] => 180
    }.each { |ends, deg| assert_in_delta deg, Movement.bearing_deg(*ends), 1e-9 }
    # From the law of sines on the sphere.
    to = Movement.bearing_deg(45, 10, 50, 20)
    far = Math.acos(
      (Math.sin(rad(45)) * Math.sin(rad(50))) +
      (Math.cos(rad(45)) * Math.cos(rad(50)) * Math.cos(rad(10)))
    )

    assert_in_delta Math.sin(rad(10)) * Math.cos(rad(50)) / Math.sin(far), Math.sin(rad(to)), 1e-12
  end

  def rad(deg) = deg * Math::PI / 180

  # How often as much concentration comes by chance, counted.
  def test_the_chance_of_a_common_way_comes_true
    rng = Random.new(11)
    chances = Array.new(4000) { Movement.heading(Array.new(12) { rng.rand(360.0) }).p }

    [0.05, 0.2, 0.5].each do |p|
      assert_in_delta p, chances.count { |chance| chance <= p } / 4000.0, 0.025
    end
    assert_nil Movement.heading([])
  end

  def test_how_many_stayed_near_counts_the_bound_itself
    near = Movement.within([0.0, 5.0, 5.1, 10.0, 25.0, 25.1])

    assert_equal([[5, 2], [10, 4], [25, 5]], near.map { |entry| entry.values_at(:km, :count) })
    assert_in_delta 2 / 6.0, near.first[:share], 1e-12
  end
end
