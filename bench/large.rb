# frozen_string_literal: true

# Matching, stories and reports over a million releases; bin/voucher demo --large makes them and
#   prints their address: DATABASE_URL=... ruby bench/large.rb [SECONDS]
# Latencies are stated beside those of the smallest question to the same database in the same run.
require_relative "../config/boot"
require_relative "support/pace"
require_relative "support/sent_report"
require_relative "../test/support/queries"

seconds = Integer(ARGV[0] || 60)
# Reports a second, with the limit of the 95th percentile in milliseconds; by two processes.
RATES = { 20 => 60, 40 => 150 }.freeze
url =
  ENV.fetch("DATABASE_URL") do
    abort "usage: DATABASE_URL=<address of the large demo> ruby bench/large.rb"
  end
db = Database.connect(url, max_connections: 4)
Que.connection = db
store = Store::Gateway.new(db)
rng = Random.new(11)

def measure(cases) = cases.map { |report| Measure.timed { yield report } * 1000 }.sort

def report_line(name, sorted, limit)
  puts format(
    "%-34s median %6.1f ms, p95 %6.1f ms, worst %6.1f ms (limit for p95 %d)",
    name,
    sorted[sorted.size / 2],
    sorted[(sorted.size * 0.95).floor],
    sorted.last,
    limit
  )
end

# The scans of every question that the block asks, so that a missing index is seen.
def plans(db, &)
  Queries.of(db, &).uniq
    .flat_map { |sql| db.fetch("EXPLAIN #{sql}").map { |row| row.values.first } }
    .grep(/Scan/)
    .map { |line| line.strip.sub(/\A-> +/, "").sub(/  \(cost.*/, "") }
    .tally
end

bounds = db["select (select max(number) from tags where state = 'applied') as last"].first
puts format(
  "%d releases, %d recaptures, %d tags applied up to %s",
  db[:fish].count,
  db[:spans].sum(Sequel[:caught] - 1).to_i,
  db[:taggings].count,
  bounds[:last]
)
sample = SentReport.fish(db, 1200, rng)
smallest = measure((1..300).to_a) { db[:waters].count }
report_line("the smallest question", smallest, 5)

# A report of a tag as it was read, of one kind of damage or of any.
as_read = lambda do |report, kind|
  Core::Recaptures::Report.new(
    **report.slice(:species_code, :length_mm, :length_kind, :lat_deg, :lon_deg),
    number_as_read: Demo::Damage.of(report[:tag_number], rng, kind:),
    more_numbers: [],
    length_how: "tape",
    caught_on: report[:caught_on] + 90
  )
end
known = Acts::KnownFish.new(store)
worn = sample.first(300).map { |report| as_read.call(report, nil) }
report_line("matching a worn number", measure(worn) do |report|
  Acts::FindFish.weigh(known, report)
end, 30)
left_out = sample.first(300).map { |report| as_read.call(report, :left_out) }
report_line(
  "one with a character left out",
  measure(left_out) { |report| Acts::FindFish.weigh(known, report) },
  40
)
plans(db) { Acts::FindFish.weigh(known, worn.first) }.each do |scan, times|
  puts "    #{times} x #{scan}"
end

route = Core::Geography::Route.new(JSON.parse(File.read(Demo::Sound::FILE)).fetch("features"))
keys = db[:spans].join(:fish, id: :fish_id).order(:fish_id).limit(300).select_map(:story_key)
report_line(
  "a story",
  measure(keys) { |story_key| Acts::TellStory.with_typical(store:, story_key:, route:) },
  12
)
plans(db) do
  Acts::TellStory.with_typical(store:, story_key: keys.first, route:)
end.each { |scan, times| puts "    #{times} x #{scan}" }

# The report page's own answer, over HTTP from another process, asked at an even pace whatever comes
# back.
RATES.each do |per_second, limit|
  reports = Array.new(seconds * per_second) do |index|
    report = sample[(index + (per_second * 31)) % sample.size]
    number = index % 4 == 3 ? Demo::Damage.of(report[:tag_number], rng) : report[:tag_number]
    SentReport.of(report, number, "bench #{per_second} #{index} #{rng.rand}", index:)
  end
  answers = Pace.run(root: ROOT, url:, reports:, per_second:)
  report_line("a report, #{per_second} a second, #{seconds} s", answers.map(&:first).sort, limit)
  puts "    #{[1, 2].map { |place| answers.map { |answer| answer[place] }.tally }.join(', ')}"
end
