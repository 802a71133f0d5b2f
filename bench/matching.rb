# frozen_string_literal: true

# Do the shares of the judgement desk come true, and is what is accepted alone right? Simulated reports with known truth over a simulated cooperative.
# Needs no server: ruby bench/matching.rb [RELEASES] [SEED]
require_relative "../config/boot"

releases = Integer(ARGV[0] || 60_000)
rng = Random.new(Integer(ARGV[1] || 3))
url = ENV.fetch("DATABASE_URL") { abort "usage: DATABASE_URL=$(bin/pg url) ruby bench/matching.rb" }
species = Store::Species.new(Database.connect(url, max_connections: 1)).all.to_h { |one| [one.code, one] }
telling = Demo::Telling.new(species, rng)
lives = Demo::Simulation.new(species:, today: Date.new(2026, 11, 1), releases:, seed: 5).each_life.to_a
fish = lives.map.with_index { |life, index| telling.candidate(format("MS%06d", index + 1), index, life) }
by_number = fish.to_h { |one| [one[:number], one] }

told = []
first_three = [0, 0]
times = []
complete = { read_right: 0, accepted: 0, wrongly: 0, all: 0 }
fish.zip(lives).select { |_, life| life[:again].any? }.each do |one, life|
  stranger = rng.rand < 0.1
  report = telling.of(one[:number], one[:species_code], life[:again].first)
  reading = Core::Tags::Reading.new(report[:numbers][0])
  began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  near = reading.neighbours(prefix: "MS", digits: 6)
  candidates = near ? by_number.values_at(*near).compact : fish
  candidates = candidates.reject { |other| other == one } if stranger
  weighed = Core::Recaptures::Candidates.weigh(report:, candidates:, species:)
  times << ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - began) * 1000)
  weighed[:ranked].each { |other| told << [other.share, !stranger && other.number == one[:number]] }
  damaged = report[:numbers][0] != one[:number]
  if damaged && !stranger
    first_three[1] += 1
    first_three[0] += 1 if weighed[:ranked].first(3).any? { |other| other.number == one[:number] }
  end
  next if !reading.complete? || stranger

  carrying = [by_number[report[:numbers][0]]].compact.map { |other| other.merge(kept: false) }
  verdict = Core::Recaptures::Match.judge(report:, carrying:, weighed:, ours: true, told: false,
                                          alike: carrying.any? && species[carrying[0][:species_code]].look_alikes.to_a.include?(report[:species_code]))
  complete[:all] += 1
  complete[:read_right] += 1 unless damaged
  complete[:accepted] += 1 if verdict[:accepted] && !damaged
  complete[:wrongly] += 1 if verdict[:accepted] && verdict[:fish][:number] != one[:number]
end
puts format("finders: %.0f %% of numbers damaged, %.0f %% of species wrong and %.0f %% not told, %.0f %% of places wrong (Demo::Telling, invented)",
            *[Demo::Telling::SHARE_DAMAGED, Demo::Telling::SHARE_WRONG_SPECIES, Demo::Telling::SHARE_SPECIES_UNKNOWN, Demo::Telling::SHARE_WRONG_PLACE].map { |share| share * 100 })
puts format("damaged numbers: the true fish among the first three %d of %d (%.1f %%)", *first_three, 100.0 * first_three[0] / first_three[1])
puts format("complete numbers: %d, of which %d read right: %d of these accepted alone (%.1f %%); wrongly accepted %d of all %d (%.2f in 1,000)", complete[:all], complete[:read_right],
            complete[:accepted], 100.0 * complete[:accepted] / complete[:read_right], complete[:wrongly], complete[:all], 1000.0 * complete[:wrongly] / complete[:all])
[[0.0, 0.2], [0.2, 0.4], [0.4, 0.6], [0.6, 0.8], [0.8, 0.9], [0.9, 0.98], [0.98, 1.01]].each do |low, high|
  band = told.select { |share, _| share >= low && share < high }
  next if band.empty?

  right = band.count(&:last)
  interval = Core::Estimates::Rates.wilson(right, band.size)
  puts format("given %.2f to %.2f: %4d, right %.2f (%.2f to %.2f), mean share %.2f", low, [high, 1].min, band.size, interval[:share], interval[:low], interval[:high],
              band.sum(&:first) / band.size)
end
sorted = times.sort
puts format("weighing in core: median %.1f ms, p95 %.1f ms", sorted[sorted.size / 2], sorted[(sorted.size * 0.95).floor])
