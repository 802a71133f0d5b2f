# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/estimate_rows"

# Every vector of the design, computed apart from this code, and what real data do besides.
class EstimatesTest < Minitest::Test
  include Core::Estimates
  include EstimateRows

  # Tags by hand: of 10,000 fish at a rate F of 0.2, M of 0.4 and tags shed at 0.1 a year.
  def recoveries(reported: 1.0, years: 4)
    taken, lost = 0.2 * reported, 0.2 + 0.4 + 0.1
    by_then = (0..years).map { |year| taken / lost * (1 - Math.exp(-lost * year)) }
    (0...years).map do |year|
      fish = 10_000.0 / years
      { kept: (fish * (years - year) * (by_then[year + 1] - by_then[year])).round,
        over: (fish * (1 - by_then[year + 1])).round }
    end
  end

  # Baranov: F / (F + M) (1 - e^-(F + M)), with nothing but the truth put in.
  def test_the_share_taken_in_a_year
    truth = 0.2 / 0.6 * (1 - Math.exp(-0.6))
    sure = [0.1 + 1e-9, 0.1, 0.1 - 1e-9].map { |rate| Math.exp(-rate) }
    all = TagRecovery.fit(recoveries, retention: sure, reporting: [1, 1], deaths: [0, 0])

    assert_in_delta truth, all.share, 0.004
    assert_operator all.low, :<, truth
    assert_operator all.high, :>, truth
    half = TagRecovery.fit(
      recoveries(reported: 0.5), retention: sure, reporting: [0.5, 0.5], deaths: [0, 0]
    )

    assert_in_delta truth, half.share, 0.006
    wide = TagRecovery.fit(
      recoveries(reported: 0.5), retention: sure, reporting: [0.4, 0.6], deaths: [0, 0.1]
    )

    assert_operator wide.high - wide.low, :>, half.high - half.low
    assert_match(/10 kept fish over 2 whole years/,
      TagRecovery.fit([{ kept: 9, over: 90 }], retention: sure, reporting: [1, 1], deaths: [0, 0]))
  end

  # R: qt, pchisq.
  def test_the_laws_of_errors
    assert_in_delta 1.959964, NormalLaw.two_sided(0.05), 1e-6
    assert_in_delta 0.005345505, NormalLaw.chi_square_beyond(25, 10), 1e-9
    { 1 => 12.7062, 3 => 3.182446, 5 => 2.570582, 30 => 2.042272 }.each do |freedom, value|
      assert_in_delta value, NormalLaw.t95(freedom), 1e-3
    end
  end

  # Three of five chances lie under their share of the rate.
  def test_many_comparisons_share_one_rate
    named, missed = FalseDiscovery.named({ a: 0.001, b: 0.5, c: 0.012, d: 0.02, e: 0.2 })

    assert_equal %i[a c d], named
    assert_in_delta FalseDiscovery::RATE * 3 / 5, missed, 1e-12
    assert_equal [[], FalseDiscovery::RATE], FalseDiscovery.named({ a: 0.2 })
    assert_equal [[], FalseDiscovery::RATE], FalseDiscovery.named({})
  end

  # R: survdiff and coxph(ties = "efron") of the same eight weeks in two strata.
  def test_how_soon_fish_come_back
    weeks = [[1, 2, 3], [1, 5, 2], [2, 3, 1], [2, 8, 4]]
    rows = weeks.flat_map do |stratum, week, fish|
      [true, false].map do |treated|
        { stratum:, treated:, weeks: treated ? week : week + 1, returned: true,
          fish: treated ? fish : fish + 1 }
      end
    end
    rows += [true, false].map do |treated|
      { stratum: 1, treated:, weeks: 10, returned: false, fish: 12 }
    end
    fit = TimeToReturn.fit(rows)

    assert_in_delta 0.4493270612, Math.log(fit.hazard.ratio), 1e-6
    assert_in_delta 0.4660729953, fit.hazard.error, 1e-6
    assert_in_delta 0.406807937, fit.log_rank_p, 1e-6
  end

  # Where nobody came back of the fish that only one arm has beside it, a ratio says nothing.
  def test_a_ratio_of_nothing_is_none
    strata = [{ returned: 6, released: 50, other_returned: 0, other_released: 20 },
      { returned: 0, released: 0, other_returned: 9, other_released: 60 }]

    assert_nil Returns.within(strata)
  end

  # A statistic that counts the draws: 95 % of them lie between these two.
  def test_limits_leave_one_in_forty_at_each_end
    count = -1
    low, high = Bootstrap.limits([1, 2, 3]) { |_| count += 1 }
    draws = count + 1

    assert_equal [(draws * 0.025).floor, (draws * 0.975).ceil - 1], [low, high]
  end

  # Of the middle of normal values: 1.253 sd / sqrt(n), either way.
  def test_bootstrap
    rng = Random.new(3)
    values = Array.new(400) { Array.new(12) { rng.rand }.sum - 6 }
    low, high = Bootstrap.limits(values) { |draw| draw.sort[draw.size / 2] }

    assert_in_delta 2 * 1.96 * 1.253 / 20, high - low, 0.06
    assert_operator low, :<, values.sort[200]
    assert_equal [low, high], Bootstrap.limits(values) { |draw| draw.sort[draw.size / 2] }
  end

  def test_movement
    heading = Movement.heading(rows("bearings").map { |row| row[:bearing_deg] })

    assert_in_delta 61.58216, heading.mean_deg, 1e-4
    assert_in_delta 0.732083, heading.concentration, 1e-5
    near 8.10e-14, heading.p, 0.01

    assert_in_delta 90, Movement.bearing_deg(0, 0, 0, 1), 1e-9
    assert_in_delta 180, Movement.bearing_deg(10, 5, 9, 5), 1e-9
    assert_operator Movement.heading([0, 90, 180, 270]).p, :>, 0.9
  end

  def returns = rows("returns")

  def arm(rows, hook)
    rows.select { |row| row[:hook] == hook }
      .then { |all| [all.sum { |row| row[:returned] }, all.sum { |row| row[:released] }] }
  end

  def test_returns_crude_and_within_strata
    deep, shallow = arm(returns, "deep"), arm(returns, "shallow")
    crude = Rates.ratio(*deep, *shallow)

    assert_equal [[39, 372], [336, 2305]], [deep, shallow]
    [0.71921, 0.52594, 0.98348]
      .zip(crude.values_at(:ratio, :low, :high)) { |pair| assert_in_delta(*pair, 1e-5) }
    strata =
      returns.group_by { |row| row.values_at(:species, :quarter, :air) }.values.map do |rows|
        (returned, released), (other_returned, other_released) =
          arm(rows, "deep"),
          arm(rows, "shallow")
        { returned:, released:, other_returned:, other_released: }
      end
    result = Returns.within(strata)

    [0.728773, 0.531332, 0.999583]
      .zip([result.ratio, result.low, result.high]) { |pair| assert_in_delta(*pair, 1e-6) }
  end

  def test_returns_adjusted_for_each_other
    fit =
      PoissonRegression.fit(returns, { hook: "shallow", air: "within", species: "cod", quarter: 1 })

    {
      [:hook, "deep"] => [-0.4302348, 0.1694784],
      [:air, "over"] => [-0.3557169, 0.1281148],
      [:species, "seabass"] => [0.1242128, 0.1239481],
      [:species, "pollack"] => [-0.2383757, 0.1292872],
      [nil, nil] => [-2.1338434, 0.1294389]
    }.each do |(factor, level), (log, error)|
      term = fit.of(factor, level)

      assert_in_delta log, term.log, 1e-6
      assert_in_delta error, term.error, 1e-6
    end
    assert_in_delta 52.678863, fit.deviance, 1e-5
    assert_equal 40, fit.freedom
    assert_nil PoissonRegression.fit(
      returns.map { |row| row.merge(returned: 0) },
      { hook: "shallow" }
    )
  end

  # Counts that differ more than chance widen the errors by the root of the dispersion.
  def test_overdispersed_counts_have_wider_errors
    even = lambda do |spread|
      (0..39).map do |index|
        { returned: 10 + (index.even? ? spread : -spread), years: 10.0,
          arm: index % 4 < 2 ? "a" : "b" }
      end
    end
    calm, wild = [1, 8].map { |spread| PoissonRegression.fit(even[spread], { arm: "a" }) }
    errors = [calm, wild].map { |fit| fit.of(:arm, "b").error }

    assert_operator calm.dispersion, :<, 1.5
    assert_in_delta Math.sqrt(wild.dispersion), errors[1] / errors[0], 1e-9
    # By hand: 400 fish of 400 against 400: an error of the root of 1/200 + 1/200.
    assert_in_delta Math.sqrt(2 / 200.0), errors[0], 1e-6
  end

  def test_how_many_more
    assert_in_delta 1355.37, Returns.fish_needed(0.10, 0.07), 0.01
    assert_in_delta 1726.01, Returns.fish_needed(0.08, 0.056), 0.01
    assert_in_delta 0.05659, Returns.share_found(0.10, 600), 1e-5
  end

  def test_retention
    fit = TagRetention.fit(rows("double-tags"))

    near 1, fit.rho, 1e-3
    near 0.203339, fit.loss_per_year, 1e-3
    near 0.14471, fit.low, 1e-3
    near 0.27812, fit.high, 1e-3
    near 76.235559, fit.minus_log, 1e-6
    near 0.816002, fit.kept(1), 1e-3

    answer = rows("double-tags")

    assert_match(/needs 20 .* 15 more/, TagRetention.fit(answer.first(5)))
    assert_match(/needs 20 .* 1 more/, TagRetention.fit(answer.first(19)))
    assert_kind_of TagRetention::Fit, TagRetention.fit(answer.first(20))
    assert_match(/no loss/, TagRetention.fit([{ years: 1.0, tags_left: 2 }] * 30))
  end

  # Counts exactly as the model expects them: the likeliest values are those they were made of.
  def test_survival_by_season_comes_back
    living, seen = [0.8, 0.5, 0.6], [0.3, 0.4, 0.4]
    again = (0..2).map do |i|
      (i..2).map do |j|
        2000 * living[i..j].reduce(:*) * seen[i...j].reduce(1) do |left, p|
          left * (1 - p)
        end * seen[j]
      end
    end
    fits = Survival.fit(released: [2000, 2000, 2000], again:)
    result = fits.values.find { |fit| fit.by == "by season" }

    living.zip(result.survival) { |expected, other| assert_in_delta expected, other.share, 1e-3 }
    seen.first(2).zip(result.seen) { |expected, other| assert_in_delta expected, other.share, 1e-3 }
    result.survival.each { |share| assert_operator share.low, :<, share.share }
  end

  def test_survival
    fit =
      Survival.fit(
        released: [420, 380, 510, 460],
        again: [[48, 29, 9, 9], [40, 31, 15], [68, 34], [54]]
      )
    constant = [fit[:best], fit[:other]].compact.find { |entry| entry.by == "constant" }

    near 1115.49693, constant.minus_log, 1e-6
    {
      survival: [0.665618, 0.59437, 0.73003],
      seen: [0.181353, 0.14947, 0.21829]
    }.each { |name, expected| expected.zip(constant[name][0].to_a) { |pair| near(*pair, 1e-3) } }

    assert_match(/seasons/, Survival.fit(released: [10], again: [[1]]))
  end

  def test_closed_waters
    estimate = ClosedPopulation.chapman(marked: 420, caught: 310, recaptured: 23)

    assert_in_delta 5454.46, estimate.fish, 0.01
    assert_in_delta 1017.83, estimate.standard_error, 0.01
    assert_operator estimate.low, :<, estimate.fish
    many =
      ClosedPopulation.schnabel(
        caught: [120, 140, 98, 160, 131],
        recaptured: [0, 9, 11, 26, 27],
        marked: [118, 128, 85, 130, 0]
      )

    [2080.7973, 1677.58, 2690.98].zip([many.fish, many.low, many.high]) do |pair|
      assert_in_delta(*pair, 0.01)
    end
    assert_raises(Core::InvalidInput) do
      ClosedPopulation.chapman(marked: 3, caught: 9, recaptured: 4)
    end
  end

  # With nothing seen again there is no upper limit, and that is said by none.
  # 76 of 135 cottontails caught in 18 nights (Edwards and Eberhardt 1967, J. Wildl. Manage. 31,
  # 87-96); by hand 76 + 43 * 33/18 - 16 * 256/306.
  def test_fish_with_a_chance_of_their_own
    times = { 1 => 43, 2 => 16, 3 => 8, 4 => 6, 6 => 2, 7 => 1 }
    result = ClosedPopulation.jackknife(times, 18)

    assert_in_delta 141.448, result.fish, 0.001
    assert_includes result.low..result.high, 135
  end

  def test_a_closed_water_in_which_nothing_was_seen_again
    answer = Core::Estimates::ClosedPopulation.schnabel(
      caught: [20, 30], recaptured: [0, 0], marked: [20, 30]
    )

    assert_in_delta 600, answer.fish, 1e-9
    assert_nil answer.high
    assert_operator answer.low, :<, 600
  end

  def test_survival_of_too_few_seasons_says_how_many_there_are
    assert_match(/There are 2 seasons and 3 fish\.\z/,
      Core::Estimates::Survival.fit(released: [10], again: [[3]]))
  end

  def test_weight_at_length
    fit = WeightAtLength.fit(rows("weights"))

    {
      log_a: -4.6058157, log_a_error: 0.1112236, b: 3.0433973, b_error: 0.0289867, spread: 0.0750436
    }.each { |name, value| assert_in_delta value, fit[name], 1e-6 }
  end

  # Without a formula: the chance of what lies at a limit is 2.5 %.
  def test_poisson_limits_are_exact
    low, high = PoissonLimits.of(7)
    below = lambda do |count, mean|
      (0..count).sum { |k| Math.exp(-mean) * (mean**k) / (1..k).reduce(1, :*) }
    end

    assert_in_delta 0.025, below[7, high], 1e-9
    assert_in_delta 0.025, 1 - below[6, low], 1e-9
    assert_in_delta 3.688879, PoissonLimits.of(0).last, 1e-5
    # From the one way of working it out to the other there is no step.
    small, large = [399, 400].map { |count| PoissonLimits.of(count) }

    small.zip(large).each { |small_share, other| assert_in_delta 1.0, other - small_share, 0.1 }
  end
end
