# frozen_string_literal: true

require_relative "../support/test_helper"

# When a shelf is empty, told from what went lately; and the board of a meet.
class StockTest < Minitest::Test
  FORECAST = Core::Stock::Forecast

  # Values of the beta law from its own polynomials: a whole number of events each.
  def test_the_law_behind_it_is_that_of_the_textbook
    { [0.5, 2.0, 3.0] => 0.6875, [0.3, 1.0, 1.0] => 0.3, [0.9, 2.0, 1.0] => 0.81,
      [0.2, 1.0, 4.0] => 0.5904 }.each do |(share, first, second), expected|
        assert_in_delta expected, FORECAST.send(:beta_below, share, first, second), 1e-10
      end
  end

  def test_nothing_is_said_where_nothing_went_or_nothing_is_left
    assert_nil FORECAST.days(left: 5, weeks: [0, 0, 0, 0])
    assert_nil FORECAST.days(left: 0, weeks: [1, 2, 0, 1])
  end

  # Seeds that nothing was tuned on: single pieces, and whole kits of one to seven.
  def test_its_limits_hold_in_simulated_seasons
    { 1 => 62_001, 4 => 62_002 }.each do |size, seed|
      held = Array.new(200) { |season| held?(Random.new((seed * 1000) + season), size) }.compact
      share = held.count(true) / held.size.to_f

      assert_operator held.size, :>, 150
      assert_operator share, :>=, 0.9, "pieces of about #{size}"
    end
  end

  def test_the_board_tells_shares_and_never_a_number_of_fish
    fish = Array.new(9) { |index| { within_air: index != 0, complete: index.even? } }

    assert_equal({ within_air: 90, complete: 60 }, Core::Meets::Care.of(fish))
    assert_equal({ within_air: nil, complete: nil }, Core::Meets::Care.of(fish.first(4)))
  end

  private

  # Whether the day on which the shelf is empty lies within the limits; nil where nothing is said.
  def held?(random, size)
    rate = 0.2 + (random.rand * 1.5)
    pieces = -> { size == 1 ? 1 : 1 + random.rand((2 * size) - 1) }
    weeks = Array.new(13, 0)
    passing(random, rate, 91.0) { |day| weeks[(day / 7).floor] += pieces.call }
    left = 5 + random.rand(60)
    limits = FORECAST.days(left:, weeks:) or return false

    passing(random, rate, 1e6) do |day|
      left -= pieces.call
      return day.between?(limits[:low], limits[:high]) if left <= 0
    end
  end

  # Days of a Poisson process.
  def passing(random, rate, until_day)
    day = 0.0
    loop do
      day -= Math.log(1 - random.rand) / rate
      break if day > until_day

      yield day
    end
  end
end
