# frozen_string_literal: true

# Fish on the clock, 10,000 random plays and as many by hands that follow the house rules:
#   ruby bench/landing.rb [PLAYS] [SEED]
require_relative "../config/boot"

PLAYS = Integer(ARGV[0] || 10_000)
FIRST = Integer(ARGV[1] || 20_001)
scenes = Core::Practice::Scenes::ALL
fair = scenes.select(&:fair)
rng = Random.new(FIRST)
moves = Core::Practice::Moves::ALL.keys
bad = 0
PLAYS.times do |index|
  landing = Core::Practice::Landing.new(scene: scenes[index % scenes.size], seed: FIRST + index)
  60.times do
    break if landing.over?

    landing.control(wind: rng.rand * 1.4, drag: rng.rand * 1.5)
    landing.act(moves.sample(random: rng))
    landing.advance(1000)
    line = landing.line
    good = [line.breath, line.distance_m, line.tension_n].all? do |entry|
      entry.finite? && entry >= 0
    end
    air = Core::Handling::Stages.new(landing.record[:taps]).air_seconds.to_f
    bad += 1 unless good && line.breath <= 1 && air >= 0
  end
  landing.debrief
end
puts "#{PLAYS} random plays, seeds from #{FIRST}: #{bad} moments out of bounds"

well = 0
count = [PLAYS / 10, 100].max
count.times do |index|
  landing = Core::Practice::GoodHand.play(scene: fair[index % fair.size], seed: FIRST + index)
  points = landing.debrief[:points]
  well += 1 if points && points < Core::Practice::Progress::HARMLESS_POINTS
end
share = well / count.to_f
half = 1.96 * Math.sqrt(share * (1 - share) / count)
puts format("%<well>d of %<count>d fair fish by the house rules under 20 points: " \
  "%<share>.1f %% (%<low>.1f to %<high>.1f)",
  well:, count:, share: 100 * share, low: 100 * (share - half),
  high: [100 * (share + half), 100].min)
