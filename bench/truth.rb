# frozen_string_literal: true

# Is what the pages of Water say true? Programmes are simulated fish by fish, each world breaking
# something that an estimate takes for granted; every sentence is held against the truth of its
# world: ruby bench/truth.rb [TOPIC | all] [PROGRAMMES] [FIRST SEED]
# WORLD names one world alone.
# A coverage is printed with its own 95 % interval.
require_relative "../config/boot"
require_relative "support/worlds"

TOPICS = {
  "handling" => Worlds::Handling, "tags" => Worlds::Lives, "movement" => Worlds::Movement,
  "growth" => Worlds::Growth, "effort" => Worlds::Effort, "closed" => Worlds::Closed
}.freeze

topic = ARGV[0] || "all"
count = Integer(ARGV[1] || 100)
first = Integer(ARGV[2] || 52_000)

def line(_world, about, checks, programmes)
  kinds = checks.group_by(&:kind)
  kinds.map do |kind, here|
    right = here.count(&:true?)
    share = Core::Estimates::Rates.wilson(right, here.size)
    words = { interval: "interval covers", least: "at least is true", claim: "nothing false named" }
    format("  %-58s %-20s %4d of %4d  %5.1f %% (%.1f to %.1f), said in %d of %d programmes",
      about, words.fetch(kind), right, here.size,
      *share.values_at(:share, :low, :high).map { |entry| 100 * entry },
      [here.size, programmes].min, programmes)
  end
end

TOPICS.each do |name, worlds|
  next unless [name, "all"].include?(topic)

  worlds::WORLDS.each_key do |world|
    next unless ENV.fetch("WORLD", world) == world

    checks = (first...(first + count)).flat_map { |seed| worlds.checks(world, seed) }
    puts "#{name}: #{world}"
    checks.group_by(&:about).each { |about, here| puts line(world, about, here, count) }
    puts "  nothing told" if checks.empty?
    $stdout.flush
  end
end
