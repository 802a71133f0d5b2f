# frozen_string_literal: true

# Counts how often each line of advice comes first, second, third, later, where it applies: every
# species of the catalogue in every stage, with hook, blood, heat, depth, platform, length varied.
#   bundle exec ruby bench/lines.rb
# Exits with an error when a line that must be seen is hidden too often.
require "csv"
require_relative "../config/boot"
require_relative "../test/support/random_fish"

# Walks the situations and counts places.
class LineCount
  # These are read at that moment by everybody whom they concern, of the situations that call for
  # them in at least one of a hundred.
  MUST = %i[
    no_lift hold keep_off hazards pressure water_flow layer ahead thrash deep_hook gut photo wound
    watch spawner left_in_it chill fins small rig surface
  ].freeze
  LEAST_SEEN = 0.01
  SHOWN = Core::Handling::Advice::AT_ONCE
  WAYS = [
    [], %w[fish_on], %w[fish_on in_net], %w[fish_on in_net lifted],
    %w[fish_on in_net lifted back_in_water], %w[fish_on in_net lifted back_in_water let_go],
    %w[fish_on in_net got_away]
  ].freeze
  # Antiseptic is used where the house allows it.
  RULES = Core::Protocol::HouseRules.new(version: 1, choices: { wound: { school: :antiseptic } })
  # The usual values stand more often.
  SEEN = {
    hook_place: [nil, "lip", "lip", "jaw_corner", "gill", "stomach"],
    bleeding: [nil, "none", "none", "light", "heavy"], removal: [nil, "remover"],
    pressure_signs: [[], [], [], %w[swollen]], marks: [[], [], %w[open_wound]],
    spawning: [nil, nil, nil, "ripe"], recaptured: [false, false, false, true]
  }.freeze
  AROUND = { platform: %w[boat shore], cooler_below_c: [nil, 5.0] }.freeze

  def initialize(random)
    @random = random
    @places = Hash.new { |all, key| all[key] = Array.new(SHOWN + 1, 0) }
    @situations = 0
  end

  def walk(species, each:)
    species.product(WAYS, %i[cold cool cool cool warm stop],
      [nil, :typical_mm, :typical_mm, :large_mm]).each do |row|
        each.times { count(*row) }
      end
  end

  def report
    puts "#{@situations} situations; first, second, third, later, shown of those it is for"
    @places.sort_by { |_, counts| -counts.sum }.each do |key, counts|
      puts format("%-15s %7d %7d %7d %7d %6.1f %%", key, *counts, 100 * share(counts))
    end
    hidden = MUST.select { |key| share(@places[key]) < LEAST_SEEN }
    puts "hidden too often: #{hidden.join(', ')}" if hidden.any?
    hidden.empty?
  end

  private

  def share(counts) = counts.first(SHOWN).sum / [counts.sum, 1].max.to_f

  def count(animal, way, heat, length)
    temp_c = { cold: 8, cool: animal.warm_c - 4, warm: animal.warm_c + 0.5,
               stop: animal.stop_c }[heat]
    seen = SEEN.transform_values { |values| values.sample(random: @random) }
    encounter = {
      **seen, **measured(animal, length),
      water_temp_c: temp_c, depth_m: [2, 30].sample(random: @random),
      taps: way.each_with_index.map { |act, index| { act:, at: index * 10_000 } }
    }
    situation = Core::Handling::Situation.new(
      species: animal, rules: RULES, encounter:, now_ms: 60_000,
      **AROUND.transform_values { |values| values.sample(random: @random) }
    )
    note(situation)
  end

  def measured(animal, length)
    length_mm = length && animal.public_send(length)
    { length_mm:, length_kind: animal.length_kind, length_how: "board" }
  end

  def note(situation)
    @situations += 1
    Core::Handling::Advice.all(situation).each_with_index do |line, place|
      @places[line.key][[place, SHOWN].min] += 1
    end
  end
end

seed = Integer(ARGV.first || 35)
count = LineCount.new(Random.new(seed))
count.walk(RandomFish.species, each: 20)
exit(count.report)
