# frozen_string_literal: true

# Programmes whose truth is known, simulated fish by fish, and whether what is estimated from them
# covers it. The lives are simulated without any formula of the fits: growth by small steps of each
# fish's own curve, tags shed on days of their own, seasons lived one by one.
class SimulatedTruth
  TRUTH = {
    k: 0.24, linf_mm: 700.0, loss_per_year: 0.18, survival: 0.62, deep: 0.7, over: 0.8, fish: 2000
  }.freeze

  # { name => [low, high] of its 95 % interval, or nil where none was given }
  def self.intervals(seed) = new(seed).intervals

  def initialize(seed) = @rng = Random.new(seed)

  def intervals
    growth.merge(retention, survival, returns, numbers)
  end

  private

  def normal
    Math.sqrt(-2 * Math.log(1 - @rng.rand)) * Math.cos(2 * Math::PI * @rng.rand)
  end

  # Increments of 240 fish over 0.3 to 3 years, 1 in 50 written down wrongly.
  def growth
    rows = Array.new(240) do
      l1 = 220 + (@rng.rand * 380)
      years = 0.3 + (@rng.rand * 2.7)
      # An individual grows by so much more or less than its kind, all its life.
      own = 1 + (0.12 * normal)
      grown = (TRUTH[:linf_mm] - l1) * (1 - Math.exp(-TRUTH[:k] * years)) * own
      wrong = @rng.rand < 0.02 ? (@rng.rand * 300) - 150 : 0
      { l1_mm: (l1 + (3 * normal)).round, sd1_mm: 3.0, sd2_mm: 6.0, years:,
        l2_mm: (l1 + grown + wrong + (6 * normal)).round }
    end
    fit = Core::Estimates::Growth.fit(rows)
    return { ga: nil, gb: nil } if fit.is_a?(String) || fit.errors.nil?

    %i[ga gb].to_h do |name|
      at = name == :ga ? fit.a_mm : fit.b_mm
      truth = (TRUTH[:linf_mm] - at) * (1 - Math.exp(-TRUTH[:k]))
      half = 1.96 * fit.errors[name]
      [name, [fit[name] - half, fit[name] + half, truth]]
    end
  end

  def retention
    rows = []
    while rows.size < 160
      years = @rng.rand * 3
      left = Array.new(2) { -Math.log(1 - @rng.rand) / TRUTH[:loss_per_year] > years }.count(true)
      rows << { years:, tags_left: left } if left.positive?
    end
    fit = Core::Estimates::TagRetention.fit(rows)
    {
      loss_per_year: [fit.low, fit.high, TRUTH[:loss_per_year]],
      kept_a_year: [*fit.kept_between.fetch(1), Math.exp(-TRUTH[:loss_per_year])]
    }
  end

  # Five seasons; each fish lives from one to the next, and is seen by chance.
  def survival
    seasons = 5
    released = Array.new(seasons - 1, 0)
    again = Array.new(seasons - 1) { |i| Array.new(seasons - 1 - i, 0) }
    (seasons - 1).times do |first|
      300.times { life(first, seasons, released, again) }
    end
    found = Core::Estimates::Survival.fit(released:, again:)
    constant = [found[:best], found[:other]].compact.find { |one| one.by == "constant" }
    share = constant.survival.first
    { survival: [share.low, share.high, TRUTH[:survival]] }
  end

  def life(first, seasons, released, again)
    last = first
    released[first] += 1
    ((first + 1)...seasons).each do |season|
      break if @rng.rand > TRUTH[:survival]
      next if @rng.rand > 0.2

      again[last][season - last - 1] += 1
      last = season
      released[season] += 1 if season < seasons - 1
    end
  end

  # Species of other returns, deep hooks in some species more than in others.
  def returns
    cells = Hash.new { |hash, key| hash[key] = { returned: 0, released: 0, years: 0.0 } }
    6000.times do
      species = @rng.rand(3)
      hook = @rng.rand < [0.1, 0.2, 0.3][species] ? "deep" : "shallow"
      air = if @rng.rand < (hook == "deep" ? 0.4 : 0.2)
        "over"
      else
        "within"
      end
      years = 0.5 + @rng.rand
      chance = [0.08, 0.12, 0.16][species] * years * (hook == "deep" ? TRUTH[:deep] : 1) *
        (air == "over" ? TRUTH[:over] : 1)
      cell = cells[[species, hook, air]]
      cell[:released] += 1
      cell[:years] += years
      cell[:returned] += 1 if @rng.rand < chance
    end
    rows = cells.map { |(species, hook, air), cell| { species:, hook:, air:, **cell } }
    fit = Core::Estimates::PoissonRegression.fit(
      rows, { hook: "shallow", air: "within", species: 0 }
    )
    { deep: %i[hook deep], over: %i[air over] }.to_h do |name, (factor, level)|
      ratio = fit.of(factor, level.to_s).ratio
      [name, [ratio.low, ratio.high, TRUTH[name]]]
    end
  end

  def numbers
    fish = TRUTH[:fish]
    marked = (0...fish).to_a.sample(300, random: @rng).to_h { |one| [one, true] }
    caught = (0...fish).to_a.sample(280, random: @rng)
    recaptured = caught.count { |one| marked[one] }
    found = Core::Estimates::ClosedPopulation.chapman(marked: 300, caught: 280, recaptured:)
    { fish: [found.low, found.high, fish] }
  end
end
