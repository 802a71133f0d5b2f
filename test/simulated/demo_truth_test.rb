# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/random_fish"

# The demo is simulated from known truths; what comes out must show them, and be the same every
# time.
class DemoTruthTest < Minitest::Test
  def species
    @species ||= RandomFish.species.to_h { |species| [species.code, species] }
  end

  def lives(seed: 5, releases: 600)
    Demo::Simulation.new(species:, today: Date.new(2026, 6, 15), releases:, seed:).each_life.to_a
  end

  def test_the_same_seed_and_day_give_the_same_lives
    first, again, other = lives(releases: 60), lives(releases: 60), lives(releases: 60, seed: 6)

    assert_equal first, again
    refute_equal first, other
  end

  def test_fish_stay_in_their_water_and_never_on_land
    outline = Core::Geography::Outline.new(JSON.parse(File.read(Demo::Sound::FILE)).fetch("features"))
    lives(releases: 200).each do |life|
      [life[:release], *life[:again]].each do |caught|
        expected = caught.spot[:water_code] == "lough_immer" ? :lough : :sea

        assert_equal expected,
          outline.water_at(caught.lat_deg, caught.lon_deg),
          "#{life[:species].code} at #{caught.lat_deg}, #{caught.lon_deg}"
      end
    end
  end

  def test_spots_lie_in_the_water_they_name
    outline = Core::Geography::Outline.new(JSON.parse(File.read(Demo::Sound::FILE)).fetch("features"))

    Demo::Sound::SPOTS.each do |spot|
      assert_equal spot[:water_code] == "lough_immer" ? :lough : :sea,
        outline.water_at(spot[:lat_deg], spot[:lon_deg]),
        spot[:name]
    end
  end

  def test_time_runs_forwards_and_fish_grow_towards_their_greatest_length
    all = lives
    all.each do |life|
      dates = [life[:release], *life[:again]].map(&:date)

      assert_equal dates.sort, dates
      assert_operator dates.last, :<, Date.new(2026, 6, 15)
    end
    grown =
      all
        .select { |life| life[:again].any? && (life[:again].last.date - life[:release].date) > 200 }
        .map { |life| life[:again].last.length_mm - life[:release].length_mm }

    assert_operator grown.size, :>, 10
    assert_operator grown.sum / grown.size.to_f, :>, 20
  end

  def test_one_fish_in_five_is_double_tagged_and_some_shed_a_tag
    all = lives
    double = all.count { |life| life[:double] } / all.size.to_f

    assert_in_delta Demo::Truth::SHARE_DOUBLE_TAGGED, double, 0.05
    assert(
      all
        .select { |life| life[:double] }
        .flat_map { |life| life[:again] }
        .all? { |caught| [1, 2].include?(caught.tags_left) }
    )
  end
end
