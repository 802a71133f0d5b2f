# frozen_string_literal: true

# Sets the weights of matching by maximum likelihood on simulated reports: DATABASE_URL=$(bin/pg
# url) ruby bench/calibrate.rb
#   [SEEDS, default 101,102,103,104] [RELEASES, default 20000]
# What it prints is written, rounded, into core/tags/weights.rb and core/recaptures/weights.rb;
# bench/matching.rb judges it on seeds that were not used here.
require_relative "../config/boot"
require_relative "support/told_reports"
require_relative "support/judged_reports"

seeds = (ARGV[0] || "101,102,103,104").split(",").map { |seed| Integer(seed) }
releases = Integer(ARGV[1] || 20_000)
url =
  ENV.fetch("DATABASE_URL") do
    abort "usage: DATABASE_URL=$(bin/pg url) ruby bench/calibrate.rb [SEEDS] [RELEASES]"
  end
species =
  Store::Species.new(Database.connect(url, max_connections: 1)).all.to_h { |species| [species.code, species] }
FREE = %i[
  looks_alike swapped other left_out halved too_many doubled no_prefix no_zeros look_alike_species
  other_species length_wrong far none none_exact none_whole none_foreign none_unread none_species
].freeze
# Starting weights, and guesses where nothing is known.
BEGUN = {
  look_alike_species: Math.log(0.1),
  other_species: Math.log(0.005),
  length_wrong: -8.0,
  far: -6.0,
  none: -6.0,
  none_exact: -3.0,
  none_whole: 3.0,
  none_foreign: 3.0,
  none_unread: 1.5,
  none_species: -2.0
}.freeze
reports = seeds.flat_map { |seed| ToldReports.new(species:, seed:, releases:).each.to_a }
# What is read right says little, so a tenth of it is weighed tenfold.
rng = Random.new(1)
sample = reports.select { |report| !report.read_right || report.alone || rng.rand < 0.1 }
puts "#{reports.size} reports of seeds #{seeds.join(', ')}, #{sample.size} of them weighed"
Case = Struct.new(:counts, :truth, :candidates, keyword_init: true)
NAMES = Core::Recaptures::Weights::ALL.keys.freeze
cases = sample.filter_map do |report|
  features =
    Core::Recaptures::Candidates.new(
      report: report.report, candidates: report.candidates, species:, series: ToldReports::SERIES
    ).features
  rows =
    features.map do |row|
      [row[:weights].tally.map { |name, count| [NAMES.index(name), count] }, row[:length], row[:km]]
    end
  truth = features.index { |row| row[:number] == report.truth } or next
  Case.new(counts: report.read_right && !report.alone ? 10.0 : 1.0, truth:, candidates: rows)
end
whole = cases.sum(&:counts)
LENGTH_WRONG = NAMES.index(:length_wrong)

# Where the weights begin, whatever stands in core now.
START =
  NAMES
    .map do |name|
      Core::Tags::Weights::STARTING[name] || BEGUN[name] || Core::Recaptures::Weights::ALL[name]
    end
    .freeze
# So far may a weight be from where it began before that counts as much as one case: what hardly
# ever happens is not set by chance.
DOUBT = 2.5

# Mean log share of the truth, less what the weights stray.
likelihood = lambda do |weights, spread, near_share, near_km|
  strayed = weights.zip(START).sum { |now, begun| 0.5 * (((now - begun) / DOUBT)**2) }
  reports = cases.sum do |sampled|
    logs = sampled.candidates.map do |counts, length, km|
      sum = 0.0
      counts.each { |index, count| sum += weights[index] * count }
      if length
        sum +=
          Core::Recaptures::Candidates.length_log(
            length,
            spread:,
            wrong: weights[LENGTH_WRONG]
          )
      end
      sum += Core::Recaptures::Candidates.place_log(km, near_share:, near_km:) if km
      sum
    end
    top = logs.max
    sampled.counts * (logs[sampled.truth] - top - Math.log(logs.sum { |log| Math.exp(log - top) }))
  end
  (reports - strayed) / whole
end

weights = START
others = [0.2, 0.5, 10.0]
best = likelihood.call(weights, *others)
puts format("start: %.5f, %d cases", best, cases.size)
step = 0.8
6.times do |round|
  FREE.map { |name| NAMES.index(name) }.each do |index|
    [step, -step].each do |by|
      moved = false
      loop do
        tried = weights.dup
        tried[index] += by
        now = likelihood.call(tried, *others)
        break if now <= best + 1e-7

        best = now
        weights = tried
        moved = true
      end
      break if moved
    end
  end
  # Spread of growth, share that stays about, and within how many kilometres.
  3.times do |turn|
    [1.08, 1 / 1.08].each do |by|
      loop do
        tried = others.dup
        tried[turn] = turn == 1 ? [tried[turn] * by, 0.99].min : tried[turn] * by
        now = likelihood.call(weights, *tried)
        break if now <= best + 1e-7

        best = now
        others = tried
      end
    end
  end
  step /= 2 if round.odd?
  puts format("round %d: %.5f, %s, spread %.3f, near %.2f within %.1f km", round + 1, best,
    FREE.map { |name|
      format("%s %.2f", name, weights[NAMES.index(name)])
    }.join(", "), *others)
end

# With the weights that stand in core: what each pair of lines for "accepted alone" would do on
# these seeds; the second is for a number with which nothing else was told.
judged = seeds.flat_map { |seed| JudgedReports.of(ToldReports.new(species:, seed:, releases:)) }
right = judged.select(&:read_right)
number_alone = right.select(&:alone)
[
  [0.96, 0.9],
  [0.98, 0.9],
  [0.985, 0.9],
  [0.99, 0.9],
  [0.992, 0.9],
  [0.994, 0.9],
  [0.99, 0.93],
  [0.99, 0.95],
  [0.99, 0.97]
].each do |sure, sure_alone|
  alone = lambda { |report|
    report.complete && report.clear && report.share >= (report.alone ? sure_alone : sure)
  }
  accepted = judged.select(&alone)
  wrong = accepted.count { |report| !report.right }
  puts format(
    "lines %.3f and %.2f: %d accepted alone, %d wrong (%.1f by their shares); of %d read " \
      "right %.1f %%, of %d numbers alone %.1f %%",
    sure, sure_alone,
    accepted.size,
    wrong,
    accepted.sum { |report| 1 - report.share },
    right.size,
    100.0 * right.count(&alone) / right.size,
    number_alone.size,
    100.0 * number_alone.count(&alone) / number_alone.size
  )
end
