# frozen_string_literal: true

require_relative "../support/test_helper"

class EffortAnswersTest < Minitest::Test
  # Trips of two hours at a known rate, by Poisson.
  def trips(rate:, count: 240, seed: 7)
    rng = Random.new(seed)
    Array.new(count) do |index|
      year, month = 2025 + (index % 2), 5 + (index % 3)
      {
        year:, month:, water: "Marrow Sound", spot: index % 5, rod_hours: 2.0,
        fish: poisson(rate[year, month] * 2.0, rng)
      }
    end
  end

  def poisson(mean, rng)
    limit, product, count = Math.exp(-mean), rng.rand, 0
    (product *= rng.rand) && count += 1 while product > limit
    count
  end

  def test_the_rate_is_fish_by_hours_with_its_limits
    rows = Array.new(6) do |fish|
      { year: 2026, month: 6, water: "W", spot: 1, rod_hours: 4.0, fish: }
    end
    answer, = Core::Answers::EffortAnswers.of(rows, untold: 2)

    # 15 fish in 24 rod hours; of six trips, whose rates differ by 17.5 squared, Student's t of 5.
    assert_match(/\A6.2 \(2.9 to 13.7\) fish in 10 rod hours, over 6 trips/, answer.sentence)
    assert_match(/2 trips did not record/, answer.sentence)
    assert_equal ["W", "June", 6, 24.0, 15], answer.rows.first.first(5)
  end

  def test_a_blank_day_counts
    caught = Array.new(6) { { year: 2026, month: 6, water: "W", spot: 1, rod_hours: 5.0, fish: 5 } }
    blank = caught.map { |row| row.merge(fish: 0) }
    rates = [caught, caught + blank].map do |rows|
      Core::Answers::EffortAnswers.of(rows, untold: 0).first.rows.first[5]
    end

    assert_equal [10.0, 5.0], rates
  end

  def test_years_are_compared_for_the_same_months_and_spots
    _, answer =
      Core::Answers::EffortAnswers.of(
        trips(rate: ->(year, month) { (year == 2025 ? 0.8 : 1.6) * (month - 4) }), untold: 0
      )
    year, ratio, low, high = answer.rows.first

    assert_equal 2026, year
    assert_operator low, :<, 2.0
    assert_operator high, :>, 2.0
    assert_in_delta 2.0, ratio, 0.3
    _, same = Core::Answers::EffortAnswers.of(trips(rate: ->(_, _) { 1.0 }), untold: 0)

    assert_match(/This could be chance/, same.sentence)
  end

  def test_few_trips_are_told_what_is_missing
    first, second = Core::Answers::EffortAnswers.of(trips(rate: ->(*) { 1 }, count: 3), untold: 40)

    assert_nil first.sentence
    assert_match(/3 trips recorded .* needs 5. 40 did not/, first.missing)
    assert_match(/two years|cannot be separated/, second.missing)
  end

  # A year without a fish, where 40 would have been expected, by hand: 3.689 of 40 at most.
  def test_a_year_without_a_fish_is_compared_too
    caught = Array.new(20) do |index|
      { year: 2025, month: 6, water: "W", spot: 1, angler: index, rod_hours: 4.0, fish: 2 }
    end
    blank = caught.map { |row| row.merge(year: 2026, fish: 0) }
    _, answer = Core::Answers::EffortAnswers.of(caught + blank, untold: 0)

    assert_equal [2026, 0.0, 0.0, 0.09], answer.rows.last
    assert_match(/In 2026 0.00 times as many fish \(0.00 to 0.09\)/, answer.sentence)
  end

  # Trips of an angler are not independent: the same trips of 4 say less than those of 40.
  def test_trips_of_an_angler_belong_together
    widths = [4, 40].map do |anglers|
      rows = Array.new(80) do |index|
        { year: 2026, month: 6, water: "W", spot: 1, angler: index % anglers, rod_hours: 4.0,
          fish: (index % 4) * 2 }
      end
      Core::Answers::EffortAnswers.of(rows, untold: 0).first.rows.first.last(2).then { |low, high| high - low }
    end

    assert_operator widths[0], :>, 1.5 * widths[1]
  end
end
