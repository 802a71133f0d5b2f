# frozen_string_literal: true

# Measures how the time that people wait grows with the number of fish. Asks demos of several sizes,
# each in a database of its own, the same questions, and prints the exponent of growth (0: the same
# at any size, 1: in step with it).
#   DATABASE_URL=$(bin/pg url dev admin) ruby bench/scaling.rb [SIZE ...]; the sizes are kept, and a
#   database voucher_large of a million is used where there is one
require_relative "../config/boot"
require_relative "support/map_views"
require_relative "support/measure"
require_relative "support/sent_report"

SIZES = ARGV.any? ? ARGV.map { |size| Integer(size) } : [10_000, 100_000, 1_000_000]
MILLION = 1_000_000
ASKED = 200
HERE = ENV.fetch("DATABASE_URL") { abort "DATABASE_URL=$(bin/pg url dev admin) is needed" }

def name_of(size) = size == MILLION ? "voucher_large" : "voucher_scaling_#{size}"

def database(size)
  db = Database.connect(
    Database.beside(HERE, name_of(size)), max_connections: 3,
    after_connect: ->(connection) { connection.exec("set voucher.unnoted = 'on'") }
  )
  Database.migrate(db)
  series = { prefix: "MS", digits: 7, first_serial: 1, last_serial: (size * 13 / 10) + 8000 }
  parts = [size / 25_000, 2].max
  plan = Demo::Load::Size.new(releases: size, series:, batch_tags: 50_000, parts:)
  Demo::Load.call(db:, today: Date.today, size: plan) if db[:fish].count < size
  db
end

# Median milliseconds of each question, so that a hiccup of the machine counts for nothing.
def costs(db)
  store, rng = Store::Gateway.new(db), Random.new(7)
  Que.connection = db
  {
    "a report, matched" => reported(store, rng) { |number| number },
    "a worn number" => reported(store, rng) { |number| number.sub(/\d\z/, "?") },
    "one with a character left out" =>
      reported(store, rng) { |number| number.sub(/\d(?=\d\d\z)/, "") },
    "a story" => stories(store, db),
    "a view of the map" => views(store, rng),
    "all answers of Water from nothing" => water(store)
  }
end

def median(times) = Measure.at(times.sort, 0.5) * 1000

# Taken back at once, so that each is asked of the same fish.
def reported(store, rng)
  times = SentReport.fish(store.db, ASKED, rng).map do |fish|
    sent = SentReport.of(fish, yield(fish[:tag_number]), "scaling #{rng.rand}")
    took = nil
    store.db.transaction(rollback: :always) do
      took = Measure.timed do
        Acts::ReportTag.call(Acts::Context.new(store:), id: SecureRandom.uuid, sent:)
      end
    end
    took
  end
  median(times)
end

def stories(store, db)
  route = Core::Geography::Route.new(JSON.parse(File.read(Demo::Sound::FILE)).fetch("features"))
  keys = db[:spans].join(:fish, id: :fish_id).order(:fish_id).limit(ASKED).select_map(:story_key)
  median(keys.map do |key|
    Measure.timed do
      Acts::TellStory.with_typical(store:, story_key: key, route:)
    end
  end)
end

def views(store, rng)
  id = store.db[:members].where(role: "coordinator").get(:id)
  context = Acts::Context.new(store:, member: store.members.find(id))
  Acts::CountCells.call(store, today: context.today)
  store.db.run("analyze water_cells")
  median(
    MapViews.of(60, rng).map do |within|
      Measure.timed { Acts::MapWater.call(context, filter: {}, within:) }
    end
  )
end

def water(store)
  Measure.timed do
    Acts::AnswerWater::TOPICS.each do |topic|
      Acts::KeepAnswers.call(store, topic, {}, today: Date.today)
    end
  end * 1000
end

# Slope of a straight line through the logarithms.
def exponent(costs)
  points = SIZES.zip(costs).map { |pair| pair.map { |value| Math.log(value) } }
  middle = points.transpose.map { |all| all.sum / all.size }
  across, along = points.map { |x, y| [(x - middle[0]) * (y - middle[1]), (x - middle[0])**2] }
    .transpose.map(&:sum)
  across / along
end

databases = SIZES.map { |size| database(size) }
all = databases.map { |db| costs(db) }
puts "| median, ms | #{SIZES.join(' | ')} | exponent |"
puts "|---|#{'---|' * SIZES.size}---|"
all.first.each_key do |question|
  row = all.map { |costs| costs[question] }
  puts "| #{question} | #{row.map { |ms| ms.round(1) }.join(' | ')} | #{exponent(row).round(2)} |"
end
