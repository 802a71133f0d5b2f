# frozen_string_literal: true

# How long a way by water takes over the drawn sound, against the straight geodesic of the same
# pairs: ruby bench/route.rb [PAIRS]
require_relative "../config/boot"

pairs = Integer(ARGV[0] || 1000)
features = JSON.parse(File.read(Demo::Sound::FILE)).fetch("features")
clock = -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }
began = clock.call
route = Core::Geography::Route.new(features)
built = clock.call - began
outline = Core::Geography::Outline.new(features)
rng = Random.new(9)
place = lambda do
  lat, lon = rng.rand(Demo::Sound::BOX[:lat]), rng.rand(Demo::Sound::BOX[:lon])
  outline.water_at(lat, lon) == :sea ? [lat, lon] : place.call
end
pairs = Array.new(pairs) { [place.call, place.call] }
straight =
  clock.call.then do |start|
    pairs.each do |from, to|
      Core::Geography::Geodesic.distance_m(*from, *to)
    end && (clock.call - start)
  end
longer = []
times = pairs.map do |from, to|
  start = clock.call
  way = route.between(*from, *to)
  ((clock.call - start) * 1000).tap do
    longer << (way.distance_m / Core::Geography::Geodesic.distance_m(*from, *to))
  end
end
sorted = times.sort
puts format(
  "worked out once: %.2f s; a pair: median %.2f ms, p95 %.2f ms, worst %.2f ms (limit 5); a " \
    "geodesic alone %.3f ms",
  built,
  sorted[sorted.size / 2],
  sorted[(sorted.size * 0.95).floor],
  sorted.last,
  straight * 1000 / pairs.size
)
puts format(
  "by water is %.3f times the straight line on average, %.2f at most",
  longer.sum / longer.size,
  longer.max
)
