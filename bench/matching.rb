# frozen_string_literal: true

# Do the shares of the judgement desk come true, and is what is accepted alone right? Simulated
# reports with known truth, on seeds that nothing was set on (bench/calibrate.rb has others):
# DATABASE_URL=$(bin/pg url) ruby bench/matching.rb
#   [SEEDS, default 301,302,303,304,305,306] [RELEASES of each, default 40000]
# With GROWTH=own the programme knows how its fish grow, as it does once it has fitted a curve.
# Prints all figures with 95 % intervals, and draws docs/matching-reliability.svg.
require_relative "../config/boot"
require_relative "support/judged_reports"
require_relative "support/writings"

# Of each way of writing so many readings, over as many fish as the demo has tagged.
WAYS_COUNT = 1000
WAYS_RELEASES = 3277

seeds = (ARGV[0] || "301,302,303,304,305,306").split(",").map { |seed| Integer(seed) }
releases = Integer(ARGV[1] || 40_000)
url =
  ENV.fetch("DATABASE_URL") do
    abort "usage: DATABASE_URL=$(bin/pg url) ruby bench/matching.rb [SEEDS] [RELEASES]"
  end
species =
  Store::Species.new(Database.connect(url, max_connections: 1)).all.to_h { |species| [species.code, species] }
if ENV["GROWTH"] == "own"
  species = species.to_h do |code, entry|
    truth = Demo::Truth::SPECIES[code] or next [code, entry]
    growth = Core::Fish::Curve.new(
      linf_mm: entry.max_mm * truth[:linf_share], k_per_year: truth[:k_per_year], version: 1
    )
    [code, entry.dup.tap { |known| known.growth = growth }.freeze]
  end
end
judged = seeds.flat_map { |seed| JudgedReports.of(ToldReports.new(species:, seed:, releases:)) }

def share(name, right, all)
  interval = Core::Estimates::Rates.wilson(right, all)
  puts format(
    "%-56s %6d of %6d, %.1f %% (%.1f to %.1f)", name, right, all,
    *interval.values_at(:share, :low, :high).map { |entry| 100 * entry }
  )
end

# The most wrong ones of so many that go with what was seen, 95 times in 100: exact, by the Poisson
# law.
# Source: Garwood (1936), Biometrika 28, 437-442.
def most_wrong(wrong)
  (wrong..(wrong + 40)).each do |whole|
    [0.0, 0.25, 0.5, 0.75].each do |part|
      mean = whole + part
      below =
        (0..wrong).sum do |count|
          Math.exp((count * Math.log([mean, 1e-12].max)) - mean - Math.lgamma(count + 1)[0])
        end
      return mean if below <= 0.05
    end
  end
end

ways =
  Writings.each(
    ToldReports.new(species:, seed: seeds.first, releases: WAYS_RELEASES),
    count: WAYS_COUNT,
    rng: Random.new(seeds.first)
  )
puts "#{judged.size} reports, #{releases} releases of each of the seeds #{seeds.join(', ')}; " \
  "#{judged.count(&:stranger)} of no fish of ours"
damaged = judged.select(&:damaged)
share(
  "damaged numbers: the true fish among the first three",
  damaged.count { |entry| entry.place && entry.place < 3 },
  damaged.size
)
right = judged.select(&:read_right)
share("numbers read right: accepted alone", right.count(&:accepted), right.size)
alone = right.select(&:alone)
share("of these, nothing but the number and perhaps a day", alone.count(&:accepted), alone.size)
accepted = judged.select(&:accepted)
wrong = accepted.count { |entry| !entry.right }
puts format(
  "wrong among all %d accepted alone: %d, %.2f in 1,000 (at most %.2f, 95 %%)",
  accepted.size,
  wrong,
  1000.0 * wrong / accepted.size,
  1000.0 * most_wrong(wrong) / accepted.size
)

ways.each do |way, first, accepted|
  puts format(
    "written %-18s true fish first %5.1f %%, accepted alone %5.1f %%",
    way.to_s.tr("_", " "),
    100.0 * first / WAYS_COUNT,
    100.0 * accepted / WAYS_COUNT
  )
end
shares = judged.flat_map(&:shares)
BANDS = [
  [0.0, 0.2],
  [0.2, 0.4],
  [0.4, 0.6],
  [0.6, 0.8],
  [0.8, 0.9],
  [0.9, 0.96],
  [0.96, 1.01]
].freeze
drawn = BANDS.filter_map do |low, high|
  band = shares.select { |share, _| share >= low && share < high }
  next if band.empty?

  hits = band.count(&:last)
  interval = Core::Estimates::Rates.wilson(hits, band.size)
  mean = band.sum(&:first) / band.size
  puts format(
    "share %.2f to %.2f: %6d, mean %.3f, right %.3f (%.3f to %.3f), %+.1f points",
    low,
    [high, 1].min,
    band.size,
    mean,
    *interval.values_at(:share, :low, :high),
    100 * (interval[:share] - mean)
  )
  { mean:, **interval, count: band.size }
end

x = ->(value) { (60 + (340 * value)).round(1) }
y = ->(value) { (400 - (360 * value)).round(1) }
points = drawn.map do |point|
  time = x.call(point[:mean])
  left = point[:mean] > 0.95
  middle = y.call(point[:share])
  [
    %(<path d="M#{time} #{y.call(point[:low])}V#{y.call(point[:high])}"),
    %( stroke="#22313a" stroke-width="2"/>),
    %(<circle cx="#{time}" cy="#{middle}" r="5" fill="#1f5c4d"/>),
    %(<text x="#{left ? time - 8 : time + 8}" y="#{middle + 16}"),
    %( text-anchor="#{left ? 'end' : 'start'}">#{point[:count]}</text>)
  ].join
end
axis = [0, 0.2, 0.4, 0.6, 0.8, 1].map do |entry|
  %(<text x="#{x.call(entry)}" y="418" text-anchor="middle">#{entry}</text>) +
    %(<text x="52" y="#{y.call(entry) + 4}" text-anchor="end">#{entry}</text>)
end
File.write(File.join(ROOT, "docs/matching-reliability.svg"), <<~SVG)
  <svg xmlns="http://www.w3.org/2000/svg" width="440" height="450" font-family="sans-serif" font-size="12" fill="#22313a">
  <rect width="440" height="450" fill="#f7f5ef"/><path d="M60 40V400H400" fill="none" stroke="#22313a"/>
  <path d="M60 400L400 40" stroke="#8a949a" stroke-dasharray="5 5"/>#{axis.join}#{points.join}
  <text x="220" y="440" text-anchor="middle">share given</text><text x="14" y="220" text-anchor="middle" transform="rotate(-90 14 220)">share right, 95 %</text>
  <text x="220" y="24" text-anchor="middle">#{judged.size} reports, seeds #{seeds.join(', ')}</text>
  </svg>
SVG
