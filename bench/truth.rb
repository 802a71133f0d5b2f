# frozen_string_literal: true

# Do the intervals cover what is true? Simulated programmes, each with growth, retention, survival,
# effects of hook and air, and a closed water: ruby bench/truth.rb [PROGRAMMES] [FIRST SEED]
require_relative "../config/boot"
require_relative "support/simulated_truth"

count = Integer(ARGV[0] || 200)
first = Integer(ARGV[1] || 7000)
found = (first...(first + count)).map { |seed| SimulatedTruth.intervals(seed) }
puts "#{count} programmes, seeds #{first} to #{first + count - 1}"
found.first.each_key do |name|
  given = found.filter_map { |one| one[name] }
  covered = given.count { |low, high, truth| truth.between?(low, high) }
  bias = given.sum { |low, high, truth| ((low + high) / 2 / truth) - 1 } / given.size
  puts format(
    "%-14s covered %3d of %3d, %.1f %%; middle of the interval off by %+.1f %%",
    name, covered, given.size, 100.0 * covered / given.size, 100 * bias
  )
end
