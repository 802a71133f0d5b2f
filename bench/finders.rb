# frozen_string_literal: true

# Is what is accepted alone right for finders of other kinds than the weights were set on, and do
# the shares of the desk come true? Four kinds (bench/support/finders.rb), two of them never looked
# at while acceptance was set: DATABASE_URL=$(bin/pg url dev) ruby bench/finders.rb
#   [SEEDS, default 811,812] [RELEASES of each, default 40000]
require_relative "../config/boot"
require_relative "support/finders"

seeds = (ARGV[0] || "811,812").split(",").map { |seed| Integer(seed) }
releases = Integer(ARGV[1] || 40_000)
db = Database.connect(ENV.fetch("DATABASE_URL"), max_connections: 1)
species = Store::Species.new(db).all.to_h { |kind| [kind.code, kind] }
kinds = ENV["KINDS"] ? ENV["KINDS"].split(",").map(&:to_sym) : Finders::KINDS.keys

def part(name, right, all)
  share = Core::Estimates::Rates.wilson(right, all) or return
  puts format("  %-50s %6d of %6d, %.1f %% (%.1f to %.1f)", name, right, all,
    *share.values_at(:share, :low, :high).map { |entry| 100 * entry })
end

kinds.each do |kind|
  judged = seeds.flat_map do |seed|
    JudgedReports.of(Finders.new(kind:, species:, seed:, releases:))
  end
  held = Finders::LOOKED_AT.include?(kind) ? "looked at" : "held back"
  puts "#{kind} (#{held}): #{judged.size} reports"
  accepted = judged.select(&:accepted)
  wrong = accepted.count { |report| !report.right }
  most = Core::Estimates::PoissonLimits.of(wrong).last
  puts format("  accepted alone and wrong %31d of %6d, %.2f in 1,000 (at most %.2f)", wrong,
    accepted.size, 1000.0 * wrong / accepted.size, 1000.0 * most / accepted.size)
  right = judged.select(&:read_right)
  part("numbers read right: accepted alone", right.count(&:accepted), right.size)
  off = judged.select(&:damaged)
  part("read wrong: the true fish among the first three",
    off.count { |report| report.place && report.place < 3 }, off.size)
  shares = judged.flat_map(&:shares)
  [[0.0, 0.2], [0.2, 0.4], [0.4, 0.6], [0.6, 0.8], [0.8, 0.95], [0.95, 1.01]].each do |low, high|
    band = shares.select { |share, _| share >= low && share < high }
    next if band.size < 20

    mean = band.sum(&:first) / band.size
    came = band.count(&:last).fdiv(band.size)
    puts format("  share %.2f to %.2f: %6d, mean %.3f, right %.3f, %+.1f points", low,
      [high, 1].min, band.size, mean, came, 100 * (came - mean))
  end
  $stdout.flush
end
