# frozen_string_literal: true

require_relative "../support/test_helper"
require "csv"

# Every vector of the design, computed apart from this code, and what real data do besides.
class EstimatesTest < Minitest::Test
  include Core::Estimates

  SD_MM = { "board" => 3.0, "tape" => 6.0, "ruler" => 12.0, "estimate" => 40.0 }.freeze

  def rows(name)
    CSV
      .read(
        File.join(ROOT, "test/fixtures/estimates/#{name}.csv"),
        headers: true,
        converters: :numeric
      )
      .map { |row| row.to_h.transform_keys(&:to_sym) }
  end

  def increments
    rows("growth-francis").map do |row|
      { l1_mm: row[:l1_mm], sd1_mm: SD_MM.fetch(row[:how1]), l2_mm: row[:l2_mm],
        sd2_mm: SD_MM.fetch(row[:how2]), years: row[:years] }
    end
  end

  def near(expected, found, relative) = assert_in_delta(expected, found, expected.abs * relative)

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

  def assert_sound(fit)
    return assert_operator(fit.size, :>, 20, "a sentence says why") if fit.is_a?(String)

    assert_operator fit.k, :>, 0
    assert_operator fit.linf_mm, :>, 0
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

  # With nothing to put right it is Jeffreys' interval; each part then stretches it.
  def test_exploitation
    all = [0.999998, 0.999999, 0.9999995]
    known = { kept: 42, tagged: 2584, retention: all, reporting: [1, 1], deaths: [0, 0] }
    bare = Exploitation.of(**known)

    assert_in_delta 0.0163, bare.share, 0.0004
    assert_in_delta 0.01190, bare.low, 0.0005
    assert_in_delta 0.02173, bare.high, 0.0006
    half = Exploitation.of(**known, reporting: [0.5, 0.5], deaths: [0.2, 0.2])

    assert_in_delta bare.share / 0.4, half.share, 0.001
    wide = Exploitation.of(**known, retention: [0.7, 0.84, 0.92], reporting: [0.5, 0.9])

    assert_in_delta 0.0163 / 0.84 / 0.69, wide.share, 0.003
    assert_operator (wide.high - wide.low) / wide.share, :>, (bare.high - bare.low) / bare.share
    assert_in_delta 1.0, Exploitation.of(**known, kept: 2584, reporting: [0.5, 0.6]).high, 1e-9
  end

  # Made by the model itself, with a season and without.
  def seasonal_rows(u, w: 0.55, seed: 5)
    rng = Random.new(seed)
    normal = -> { Math.sqrt(-2 * Math.log(1 - rng.rand)) * Math.cos(2 * Math::PI * rng.rand) }
    Array.new(300) do
      l1, season, years = 250 + (rng.rand * 300), rng.rand, 0.1 + (rng.rand * 2.5)
      swing = ->(at) { u * Math.sin(2 * Math::PI * (at - w)) / (2 * Math::PI) }
      time = years + swing.call(season + years) - swing.call(season)
      mean = (700 - l1) * (1 - Math.exp(-0.25 * time))
      { l1_mm: l1, l2_mm: l1 + (mean * (1 + (0.12 * normal.call))) + (4 * normal.call),
        sd1_mm: 2.8, sd2_mm: 2.8, years:, season: }
    end
  end

  def seasonal(rows) = SeasonalGrowth.fit(rows, Growth.fit(rows))

  def test_a_season_of_growth_is_found_where_there_is_one
    found = seasonal(seasonal_rows(0.7))

    assert_predicate found, :better?
    assert_operator found.u_low, :<, 0.7
    assert_operator found.u_high, :>, 0.7
    assert_in_delta 0.55, found.w, 3 * found.w_error
    refute_predicate seasonal(seasonal_rows(0.0)), :better?
    spring = seasonal_rows(0.7).select { |row| ((row[:season] + row[:years]) % 1) < 0.5 }

    assert_match(/3 quarters/, seasonal(spring))
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
    found = Returns.within(strata)

    [0.728773, 0.531332, 0.999583]
      .zip([found.ratio, found.low, found.high]) { |pair| assert_in_delta(*pair, 1e-6) }
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
      (0..39).map do |at|
        { returned: 10 + (at.even? ? spread : -spread), years: 10.0, arm: at % 4 < 2 ? "a" : "b" }
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

    assert_match(/more/, TagRetention.fit(rows("double-tags").first(5)))
    assert_match(/no loss/, TagRetention.fit([{ years: 1.0, tags_left: 2 }] * 30))
  end

  def test_survival
    fit =
      Survival.fit(
        released: [420, 380, 510, 460],
        again: [[48, 29, 9, 9], [40, 31, 15], [68, 34], [54]]
      )
    constant = [fit[:best], fit[:other]].compact.find { |one| one.by == "constant" }

    near 1115.49693, constant.minus_log, 1e-6
    {
      survival: [0.665618, 0.59437, 0.73003],
      seen: [0.181353, 0.14947, 0.21829]
    }.each { |name, expected| expected.zip(constant[name][0].to_a) { |pair| near(*pair, 1e-3) } }

    assert_match(/seasons/, Survival.fit(released: [10], again: [[1]]))
  end

  def test_closed_waters
    one = ClosedPopulation.chapman(marked: 420, caught: 310, recaptured: 23)

    assert_in_delta 5454.46, one.fish, 0.01
    assert_in_delta 1017.83, one.standard_error, 0.01
    assert_operator one.low, :<, one.fish
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

    small.zip(large).each { |one, other| assert_in_delta 1.0, other - one, 0.1 }
  end
end
