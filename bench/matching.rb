# frozen_string_literal: true

# Do the shares of the judgement desk come true? Simulated reports with known truth over a simulated cooperative: damaged numbers,
# now and then another species or a wrong place, and tags that no fish of ours carries. Needs no server: ruby bench/matching.rb [RELEASES] [SEED]
require_relative "../config/boot"

releases = Integer(ARGV[0] || 6000)
rng = Random.new(Integer(ARGV[1] || 3))
url = ENV.fetch("DATABASE_URL") { abort "usage: DATABASE_URL=$(bin/pg url) ruby bench/matching.rb" }
species = Store::Species.new(Database.connect(url, max_connections: 1)).all.to_h { |one| [one.code, one] }

lives = Demo::Simulation.new(species:, today: Date.new(2026, 11, 1), releases:, seed: 5).each_life.with_index.map do |life, index|
  release = life[:release]
  { number: format("MS%06d", index + 1), fish_id: index, species_code: life[:species].code, state: "at_large", released_on: release.date, lat_deg: release.lat_deg, lon_deg: release.lon_deg,
    length: Core::Fish::Length.new(mm: release.length_mm, kind: life[:species].length_kind, how: release.how), again: life[:again].first }
end
by_number = lives.to_h { |life| [life[:number], life] }
reports = lives.select { |life| life[:again] }.map do |life|
  caught = life[:again]
  wrong = rng.rand < 0.03
  { truth: life[:number], stranger: rng.rand < 0.1, numbers: [Demo::Damage.of(life[:number], rng)], species_code: wrong ? species.keys.sample(random: rng) : life[:species_code],
    caught_on: caught.date, lat_deg: caught.lat_deg + (rng.rand < 0.02 ? 2 : 0), lon_deg: caught.lon_deg,
    length: Core::Fish::Length.new(mm: caught.length_mm, kind: species[life[:species_code]].length_kind, how: caught.how) }
end

told = []
first_three = [0, 0]
times = []
reports.each do |report|
  reading = Core::Tags::Reading.new(report[:numbers][0])
  began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  near = reading.neighbours(prefix: "MS", digits: 6)
  candidates = near ? by_number.values_at(*near).compact : lives
  candidates = candidates.reject { |one| one[:number] == report[:truth] } if report[:stranger]
  ranked = Core::Recaptures::Candidates.weigh(report:, candidates:, species:)[:ranked]
  times << ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - began) * 1000)
  unless report[:stranger]
    first_three[1] += 1
    first_three[0] += 1 if ranked.first(3).any? { |one| one.number == report[:truth] }
  end
  ranked.each { |one| told << [one.share, !report[:stranger] && one.number == report[:truth]] }
end
puts format("%d reports of %d fish: the true one among the first three %d of %d (%.1f %%)", reports.size, lives.size, *first_three, 100.0 * first_three[0] / first_three[1])
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
