# frozen_string_literal: true

require_relative "../support/test_helper"

# A season of growth, looked for in fish that were made with one and without.
class SeasonalGrowthTest < Minitest::Test
  include Core::Estimates

  def seasonal_rows(u, w: 0.55, seed: 5)
    rng = Random.new(seed)
    normal = -> { Math.sqrt(-2 * Math.log(1 - rng.rand)) * Math.cos(2 * Math::PI * rng.rand) }
    Array.new(300) do
      l1, season, years = 250 + (rng.rand * 300), rng.rand, 0.1 + (rng.rand * 2.5)
      swing = ->(t) { u * Math.sin(2 * Math::PI * (t - w)) / (2 * Math::PI) }
      time = years + swing.call(season + years) - swing.call(season)
      mean = (700 - l1) * (1 - Math.exp(-0.25 * time))
      { l1_mm: l1, l2_mm: l1 + (mean * (1 + (0.12 * normal.call))) + (4 * normal.call),
        sd1_mm: 2.8, sd2_mm: 2.8, years:, season: }
    end
  end

  def seasonal(rows) = SeasonalGrowth.fit(rows, Growth.fit(rows))

  # Akaike by hand: twice the likelihood and the parameters, four even and six in seasons.
  def test_two_models_are_weighed_by_their_parameters
    rows = seasonal_rows(0.7)
    even = Growth.fit(rows)
    result = SeasonalGrowth.fit(rows, even)

    assert_in_delta 2 * (even.minus_log + 4), even.aic, 1e-9
    assert_in_delta 2 * (even.minus_log + 4), result.even_aic, 1e-9
    assert_in_delta 2 * (result.minus_log + 6), result.aic, 1e-9
  end

  def test_a_season_of_growth_is_found_where_there_is_one
    result = seasonal(seasonal_rows(0.7))

    assert_predicate result, :better?
    assert_operator result.u_low, :<, 0.7
    assert_operator result.u_high, :>, 0.7
    assert_in_delta 0.55, result.w, 3 * result.w_error
    refute_predicate seasonal(seasonal_rows(0.0)), :better?
    spring = seasonal_rows(0.7).select { |row| ((row[:season] + row[:years]) % 1) < 0.5 }

    assert_match(/3 quarters/, seasonal(spring))
  end
end
