# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/estimate_rows"

# Growth from fish that were measured twice: vectors computed apart from this code, and what real
# data do besides.
class GrowthTest < Minitest::Test
  include Core::Estimates
  include EstimateRows

  SD_MM = { "board" => 3.0, "tape" => 6.0, "ruler" => 12.0, "estimate" => 40.0 }.freeze

  def increments
    rows("growth-francis").map do |row|
      { l1_mm: row[:l1_mm], sd1_mm: SD_MM.fetch(row[:how1]), l2_mm: row[:l2_mm],
        sd2_mm: SD_MM.fetch(row[:how2]), years: row[:years] }
    end
  end

  def assert_sound(fit)
    return assert_operator(fit.size, :>, 20, "a sentence says why") if fit.is_a?(String)

    assert_operator fit.k, :>, 0
    assert_operator fit.linf_mm, :>, 0
  end

  # By differences of the values themselves, also where own lengths lie on their bound.
  def test_slopes_of_fish_with_a_length_of_their_own
    likelihood = IndividualLikelihood.new(increments)
    [[6.5, -2.3, -1.4, -0.2, -1.0], [6.3, -1.0, -1.0, 0.2, -0.5]].each do |point|
      differences = point.each_index.map do |place|
        ahead, behind = [1e-5, -1e-5].map do |by|
          likelihood.minus_log(point.dup.tap { |moved| moved[place] += by })
        end
        (ahead - behind) / 2e-5
      end

      likelihood.slopes(point).zip(differences) do |slope, difference|
        assert_in_delta difference, slope, 1e-5 * [difference.abs, 10].max
      end
    end
  end

  # By R 4.2.2: lm with these weights, HC3 by its hat values, Student's t.
  def test_growth_of_a_year_by_fish_of_about_that_length
    rows = Array.new(25) do |place|
      l1_mm = 200.0 + (8 * place)
      { l1_mm:, sd1_mm: 3.0, l2_mm: l1_mm + 90 - (0.12 * l1_mm) + [7, -5, 3, -8][place % 4],
        sd2_mm: 3.0, years: 1.0 }
    end
    answer = LocalGrowth.at(rows, 300.0, k: 0.3, within_mm: 100.0)

    [53.250236, 49.89599, 56.60448].zip([answer.middle, answer.low, answer.high]) do |pair|
      assert_in_delta(*pair, 1e-3)
    end
  end

  def test_growth_as_francis
    fit = Growth.fit(increments, a_mm: 300, b_mm: 500)

    near 1047.3171, fit.minus_log, 1e-6
    { ga: [89.150, 1.486], gb: [45.362, 1.069], nu: [0.14886, 0.0102], p: [0.02714, 0.0140] }
      .each do |name, (value, error)|
        near value, fit[name], 1e-3
        near error, fit.errors[name], 0.02
      end
    near 0.247102, fit.k, 1e-3
    near 707.19, fit.linf_mm, 1e-3
  end

  # The same curve by any two lengths; and spoiled rows are named.
  def test_growth_does_not_hang_on_the_two_lengths_and_finds_what_is_wrong
    fit = Growth.fit(increments)

    near 0.247102, fit.k, 5e-3
    near 707.19, fit.linf_mm, 5e-3
    spoiled = increments.tap { |all| all[0] = all[0].merge(l2_mm: all[0][:l1_mm] - 150) }

    assert_includes Growth.fit(spoiled).doubts.map { |row| row[:l1_mm] }, spoiled[0][:l1_mm]
  end

  def test_growth_of_poor_data_is_a_sentence_or_a_sound_curve
    few = increments.first(12)

    assert_match(/18 more/, Growth.fit(few))
    assert_match(/one length/, Growth.fit(increments.map { |row| row.merge(l1_mm: 400) }))
    flat = increments.map { |row| row.merge(l2_mm: row[:l1_mm] + 30) }
    wild =
      Random.new(3).then { |rng| increments.map { |row| row.merge(l2_mm: 100 + rng.rand(900)) } }
    [flat, wild].each do |data|
      fit = Growth.fit(data)

      assert_sound(fit)
    end
  end

  # Fabens' curve through the two growths, written out: what is left to grow shrinks every year by
  # the same share, so that a fish of alpha grows ga and one of beta gb in the first.
  def test_expected_growth_by_hand
    curve = Core::Estimates::Growth::Fit.new(a_mm: 300.0, b_mm: 500.0, ga: 80.0, gb: 30.0)
    share = 50 / 200.0
    longest = 300 + (80 / share)
    left = ->(length, years) { (longest - length) * (1 - ((1 - share)**years)) }

    [[300, 1], [500, 1], [420, 0.5], [350, 2.5], [longest, 3]].each do |length, years|
      assert_in_delta left[length, years], Growth.expected(curve, length, years), 1e-9
    end
    assert_in_delta 80, Growth.expected(curve, 300, 1), 1e-9
    assert_in_delta 30, Growth.expected(curve, 500, 1), 1e-9
    flat = Core::Estimates::Growth::Fit.new(a_mm: 300.0, b_mm: 500.0, ga: 30.0, gb: 30.0)

    assert_nil Growth.expected(flat, 400, 1)
  end

  def test_a_growth_fit_tells_its_own_sums
    fit = Growth.fit(increments, a_mm: 300, b_mm: 500)

    assert_in_delta (2 * fit.minus_log) + 8, fit.aic, 1e-9
    assert_in_delta(-Math.log(1 - ((fit.ga - fit.gb) / 200)), fit.k, 1e-9)
    assert_in_delta 300 + (fit.ga / (1 - Math.exp(-fit.k))), fit.linf_mm, 1e-6
    lengths = increments.map { |row| row[:l1_mm] }.sort
    own = Growth.fit(increments)

    assert_equal [lengths[(lengths.size - 1) / 5], lengths[((lengths.size - 1) * 0.8).round]],
      [own.a_mm, own.b_mm]
    fit.doubts.each do |row|
      off = (row[:l2_mm] - row[:l1_mm] - fit.grown(row[:l1_mm], row[:years])).abs

      assert_operator off, :>, 2 * Math.hypot(row[:sd1_mm], row[:sd2_mm])
    end
  end

  def fits(even, rows: [], seasonal: "none")
    Core::Answers::GrowthAnswer::Fits.new(
      rows:, even:, seasonal:, individual: "none", yearly: { 300 => nil, 500 => nil }
    )
  end

  # 1.96 errors of 0.02 years are 14 days, and half a year is over on 2 July.
  def test_when_growth_is_fastest_and_how_sure_that_is
    fit = Growth.fit(increments, a_mm: 300, b_mm: 500)
    seasonal = Core::Estimates::SeasonalGrowth::Fit.new(
      u: 0.4, u_low: 0.2, u_high: 0.6, w: 0.5, w_error: 0.02, aic: 10.0, even_aic: 20.0, n: 80,
      p: 4
    )
    answer = Core::Answers::GrowthAnswer.of(fits(fit, seasonal:), species: "Bass", kind: "FL")

    assert_includes answer.sentence,
      "Growth swings by 40 % (20 to 60) about the year's mean, fastest about " \
        "2 July (give or take 14 days)."
  end

  # Growth in a year lies on a line between the two lengths, and its error is that of two values
  # that vary together.
  def test_how_sure_growth_between_the_two_lengths_is
    fit = Growth.fit(increments, a_mm: 300, b_mm: 500)
    known = [300, 500].map do |l1_mm|
      { l1_mm:, l2_mm: l1_mm + 40, years: 1.0, story_key: "k", sd1_mm: 3.0, sd2_mm: 3.0 }
    end
    line = Core::Answers::GrowthAnswer.of(
      fits(fit, rows: known), species: "Bass", kind: "FL"
    ).chart[:line]
    (ga, both), (_, gb) = fit.covariance.first(2).map { |row| row.first(2) }

    { 0 => ga, 10 => (0.25 * ga) + (0.5 * both) + (0.25 * gb), 20 => gb }.each do |index, variance|
      _, middle, low, high = line[index]

      assert_in_delta fit.ga + ((fit.gb - fit.ga) * index / 20.0), middle, 0.01
      assert_in_delta 2 * 1.96 * Math.sqrt(variance), high - low, 0.03
    end
  end

  # Slopes that the likelihood tells are those of its own values; each row's share of the value is
  # the density of the normal law beside an even one, written out by hand.
  def test_slopes_of_growth_are_those_of_its_values
    rows = increments.each_with_index.map { |row, i| row.merge(season: i % 7 / 7.0) }
    likelihood = Core::Estimates::GrowthLikelihood.new(rows, 300.0, 500.0)
    told_at = lambda do |(*curve, u, w)|
      curve, u = [*curve, u, w], nil if curve.size == 2
      swing = u && Core::Estimates::GrowthLikelihood::Swing.new(u, w)
      likelihood.at(*curve, swing)
    end
    [[80.0, 40.0, 0.2, 0.05], [80.0, 40.0, 0.2, 0.05, 0.6, 0.3]].each do |index|
      answer = told_at[index]
      near = index.each_index.map do |i|
        step = index[i] * 1e-6
        up, down = [1, -1].map do |side|
          told_at[index.each_with_index.map { |x, k| k == i ? x + (side * step) : x }].minus_log
        end
        (up - down) / (2 * step)
      end

      assert_equal index.size, answer.slopes.size
      near.zip(answer.slopes) do |slope, other|
        assert_in_delta slope, other, (slope.abs * 1e-4) + 1e-4
      end
    end

    assert_nil likelihood.at(40.0, 40.0, 0.2, 0.05)
    assert_nil likelihood.at(80.0, 40.0, -0.1, 0.05)
    assert_nil likelihood.at(80.0, 40.0, 0.2, 0.6)
  end

  def test_how_likely_one_row_is_by_hand
    rows = [[300, 340, 0.5], [420, 480, 1.5], [500, 505, 1.0]].map do |l1_mm, l2_mm, years|
      { l1_mm:, l2_mm:, years:, sd1_mm: 3.0, sd2_mm: 4.0 }
    end
    ga, gb, nu, p = 80.0, 40.0, 0.2, 0.05
    k, longest = -Math.log(1 + ((ga - gb) / (300 - 500))), 700.0
    by_hand = rows.sum do |row|
      mu = (longest - row[:l1_mm]) * (1 - Math.exp(-k * row[:years]))
      sd = Math.sqrt(25 + ((nu * mu)**2))
      z = (row[:l2_mm] - row[:l1_mm] - mu) / sd
      normal = Math.exp(-z * z / 2) / (sd * Math.sqrt(2 * Math::PI))
      -Math.log(((1 - p) * normal) + (p / 55))
    end

    assert_in_delta by_hand, Core::Estimates::GrowthLikelihood.new(rows, 300.0, 500.0)
      .at(ga, gb, nu, p).minus_log, 1e-9
  end
end
