# frozen_string_literal: true

# Answers of Water over a million releases: from nothing, from what is kept, and views of the map:
#   DATABASE_URL=<address of the large demo> ruby bench/water.rb
require_relative "support/coordinator"
require_relative "support/map_views"
require_relative "support/measure"

context = Coordinator.context
store = context.store
db = store.db
Que.connection = db

def took(&) = Measure.timed(&) * 1000

def report_line(name, times, limit)
  sorted = times.sort
  puts format("%-34s median %8.1f ms, p95 %8.1f ms (limit %d)", name, sorted[sorted.size / 2],
    sorted[(sorted.size * 0.95).floor], limit)
end

$stdout.sync = true
puts "#{db[:fish].count} releases"
report_line("the smallest question", Array.new(50) { took { db[:waters].count } }, 5)
db[:water_answers].delete
whole = Acts::AnswerWater::TOPICS.sum do |topic|
  took { Acts::KeepAnswers.call(store, topic, {}, today: Date.today) }.tap do |ms|
    puts format("%-34s %8.1f ms", "#{topic} from nothing", ms)
  end
end
puts format("%-34s %8.1f ms (limit 70000)", "all from nothing", whole)
Acts::AnswerWater::TOPICS.each do |topic|
  times = Array.new(20) { took { Acts::AnswerWater.call(context, topic:, filter: {}) } }
  report_line("#{topic} from what is kept", times, 60)
end
# As PostgreSQL does by itself a minute after cells were counted.
Acts::CountCells.call(store, today: context.today)
db.run("analyze water_cells")
views = MapViews.of(60, Random.new(5)).map do |within|
  took { Acts::MapWater.call(context, filter: {}, within:) }
end
report_line("a view of the map", views, 80)
