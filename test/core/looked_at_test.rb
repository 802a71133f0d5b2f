# frozen_string_literal: true

require "digest"
require "yaml"
require_relative "../support/test_helper"
require_relative "../support/random_fish"

# Drawings, words and courses that somebody looked at stay as they were seen. Where one changes on
# purpose, look at it again, then pin it anew: LOOKED_AT=1 bin/test test/core/looked_at_test.rb
class LookedAtTest < Minitest::Test
  PINNED = File.join(ROOT, "test/fixtures/looked_at.yaml")
  DEFAULT = Core::Protocol::HouseRules.default
  # Of each question the school that is named last.
  OTHER = Core::Protocol::HouseRules.new(
    version: 2, choices: Core::Protocol::Questions::ALL.to_h do |one|
      [one.key, { school: one.schools.reverse.find(&:allowed).key }]
    end
  )

  def drawings
    guilds = Core::Fish::Guild.all.map { |guild| guild.key.to_s }
    {
      **guilds.to_h { |guild| ["animal #{guild}", Core::Drawing::Picture.of(guild)] },
      **Core::Drawing::Tools.all.transform_keys { |tool| "tool #{tool}" },
      **Core::Practice::Techniques.drawn.to_h { |card| ["card #{card[:key]}", card] }
    }
  end

  def words
    [DEFAULT, OTHER].each_with_object({}) do |rules, told|
      Core::Fish::Guild.all.each do |guild|
        told["guild #{guild.key}"] = guild
        told["guide #{guild.key}, house rules #{rules.version}"] =
          Core::Handling::Guide.for(guild:, rules:)
      end
    end.merge(
      Core::Protocol::Questions::ALL.to_h { |one| ["question #{one.key}", one] },
      Core::Protocol::Figures::ALL.transform_keys { |key| "figure #{key}" }
    )
  end

  PLANS = {
    boat: { platform: "boat", water: "sea", depth_to_m: 25, surface_temp_c: 14 },
    pier: { platform: "pier", water: "sea", depth_to_m: 6, surface_temp_c: 21, height_m: 4.0 },
    kayak: { platform: "kayak", water: "sea", depth_to_m: 4, surface_temp_c: 12, height_m: 0.2 },
    lough: { platform: "shore", water: "fresh", depth_to_m: 3, surface_temp_c: 24, alone: true }
  }.freeze
  # One of each, and short.
  HALF = Demo::Gear::WHOLE.to_h do |name, has|
    half = case has
    when Array then has.first(1)
    when Numeric then has / 2.0
    else has
    end
    [name, half]
  end.merge(net_hoop_mm: 1600)
  LOCKERS = { "whole kit" => Demo::Gear::WHOLE, "half of it" => HALF, "nothing" => {} }.freeze
  MEMBER = Core::People::Member.new(
    permit_number: "MSC-1", permit_expires_on: Date.new(2027, 6, 1), trained: ["tagging"]
  )

  def outlooks
    PLANS.keys.product(LOCKERS.keys).to_h do |where, kit|
      ["plan from #{where} with #{kit}", outlook(PLANS[where], LOCKERS[kit])]
    end
  end

  def outlook(changes, gear)
    plan = Core::Trips::Plan.new(
      held_on: Date.new(2026, 7, 20), alone: false, depth_from_m: 0, bait: "natural", hook: "j",
      barbs: "whole", species: RandomFish.species, **changes
    )
    Core::Trips::Outlook.for(
      plan:, rules: DEFAULT, laws: [], member: MEMBER, today: plan.held_on,
      locker: Core::Trips::Locker.new(**Core::Trips::Locker.empty.to_h, **gear),
      tags: { in_pouch: 20, next_number: "MS000001", used: 60, days: 365, trips: 12 }
    )
  end

  # Where each fish is at each step, under hands that follow the house rules, and under such as do
  # whatever can be done.
  def courses
    Core::Practice::Scenes::ALL.each_with_object({}) do |scene, told|
      landing = Core::Practice::Landing.new(scene:, seed: 501)
      hand = Core::Practice::GoodHand.new(landing)
      told["fight #{scene.key} by good hands"] = course(landing) { hand.move }
      told["fight #{scene.key} by wild hands"] = wild(scene)
    end
  end

  def wild(scene)
    landing = Core::Practice::Landing.new(scene:, seed: 502)
    dice = Core::Dice.new(7)
    course(landing) do
      landing.hands(winds: dice.chance?(0.6), drag_percent: 20 + (dice.share * 60)) if
        landing.phase == "fight"
      landing.act(dice.pick(landing.acts)) if landing.doing.nil? && landing.acts.any?
    end
  end

  def course(landing)
    steps = []
    until landing.over? || steps.size > MOST_STEPS
      yield
      landing.advance(Core::Practice::Landing::STEP_MS)
      line = landing.line
      steps << [landing.phase, line.distance_m, line.breath, line.tension_n, landing.clock_ms]
    end
    [steps, landing.over? ? landing.debrief : nil]
  end
  MOST_STEPS = 20_000

  # What a trainer is given to do, with what it answers to all and to nothing.
  def tasks
    species = { species: RandomFish.species }
    {
      "place" => [Core::Practice::TagPlacement, {}],
      "measure" => [Core::Practice::LengthReading, {}],
      "read" => [Core::Practice::WornNumber, { series: ["MS", 6] }],
      "judge" => [Core::Practice::WaterCall, species], "pack" => [Core::Practice::KitCall, species]
    }.each_with_object({}) do |(name, (exercise, given)), told|
      3.times do |level|
        told["task #{name}, level #{level}"] = (1..6).map do |seed|
          exercise.task(seed:, level:, **given)
        end
      end
    end
  end

  def dice
    (1..9).to_h do |seed|
      dice = Core::Dice.new(seed)
      drawn = [dice.share, dice.between(2, 5), dice.whole(1, 6), dice.pick(%w[a b c]),
        dice.normal, dice.around(10, 2)]
      ["dice #{seed}", drawn.map { |one| one.is_a?(Float) ? one.round(9) : one }]
    end
  end

  # What was decided or fitted once, and is read everywhere.
  def tables
    weights = Core::Recaptures::Weights
    {
      "columns of old tables" => Core::Imports::Fields::ALL,
      "words of old tables" => Core::Imports::Vocabulary::OF,
      "columns that go out" => Core::Exchange::Tables::ALL,
      "letters" => Core::Letters::Kind::ALL,
      "weights of a match" =>
        [weights::ALL, weights::GROWTH_SPREAD, weights::NEAR_SHARE, weights::NEAR_KM]
    }
  end

  def test_what_was_looked_at_is_as_it_was
    found = { **drawings, **words, **outlooks, **courses, **tasks, **dice, **tables }
      .transform_values { |one| Digest::SHA256.hexdigest(plain(one).inspect)[0, 12] }
    File.write(PINNED, found.to_yaml) if ENV["LOOKED_AT"]
    pinned = YAML.load_file(PINNED)

    assert_equal pinned.keys, found.keys
    changed = found.reject { |name, digest| pinned[name] == digest }.keys

    assert_empty changed, "look at these again"
  end

  # The values in it, in any Ruby.
  def plain(one)
    case one
    when Hash then one.to_a.map { |pair| plain(pair) }
    when Struct then plain(one.to_h)
    when Array then one.map { |part| plain(part) }
    when Float then one.round(6)
    else one.respond_to?(:instance_variables) && one.instance_variables.any? ? ivars(one) : one.to_s
    end
  end

  def ivars(one) = one.instance_variables.map { |name| plain(one.instance_variable_get(name)) }
end
