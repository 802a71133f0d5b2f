# frozen_string_literal: true

require "csv"
require "digest"
require "yaml"
require_relative "../support/test_helper"
require_relative "../support/treated_rows"
require_relative "../support/drawn_sound"
require_relative "../support/random_fish"

# Drawings, words and courses that somebody looked at stay as they were seen. Where one changes on
# purpose, look at it again, then pin it anew: LOOKED_AT=1 bin/test test/core/looked_at_test.rb
class LookedAtTest < Minitest::Test
  PINNED = File.join(ROOT, "test/fixtures/looked_at.yaml")
  DEFAULT = Core::Protocol::HouseRules.default
  # Of each question the school that is named last.
  OTHER = Core::Protocol::HouseRules.new(
    version: 2, choices: Core::Protocol::Questions::ALL.to_h do |question|
      [question.key, { school: question.schools.reverse.find(&:allowed).key }]
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
    [DEFAULT, OTHER].each_with_object({}) do |rules, figures|
      Core::Fish::Guild.all.each do |guild|
        figures["guild #{guild.key}"] = guild
        figures["guide #{guild.key}, house rules #{rules.version}"] =
          Core::Handling::Guide.for(guild:, rules:)
      end
    end.merge(
      Core::Protocol::Questions::ALL.to_h { |question| ["question #{question.key}", question] },
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
    Core::Practice::Scenes::ALL.each_with_object({}) do |scene, figures|
      landing = Core::Practice::Landing.new(scene:, seed: 501)
      hand = Core::Practice::GoodHand.new(landing)
      figures["fight #{scene.key} by good hands"] = course(landing) { hand.move }
      figures["fight #{scene.key} by wild hands"] = wild(scene)
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
    }.each_with_object({}) do |(name, (exercise, about)), figures|
      3.times do |level|
        figures["task #{name}, level #{level}"] = (1..30).map do |seed|
          exercise.task(seed:, level:, **about)
        end
      end
    end
  end

  def dice
    (1..9).to_h do |seed|
      dice = Core::Dice.new(seed)
      drawn = [dice.share, dice.between(2, 5), dice.whole(1, 6), dice.pick(%w[a b c]),
        dice.normal, dice.around(10, 2)]
      ["dice #{seed}", drawn.map { |number| number.is_a?(Float) ? number.round(9) : number }]
    end
  end

  # Between places in the water, at its edge and ashore, of one water and of two.
  def ways
    route, dice = DrawnSound.route, Core::Dice.new(601)
    all, sound = [Demo::Sound::SPOTS,
      Demo::Sound::SPOTS.select { |spot| spot[:water_code] == "marrow_sound" }]
      .map { |spots| spots.map { |spot| spot.values_at(:lat_deg, :lon_deg) } }
    (1..30).to_h do |turn|
      spots = turn > 25 ? all : sound
      ends = Array.new(2) { dice.pick(spots).map { |deg| deg + (0.012 * dice.normal) } }
      way = route.between(*ends.flatten)
      ["way #{turn}", [way.distance_m&.round(2), way.path, way.why]]
    end
  end

  # Numbers as they were read, beside the number that was meant and its neighbours.
  def readings
    dice = Core::Dice.new(602)
    (1..40).to_h do |turn|
      meant = format("MS%06d", dice.whole(0, 999_999))
      read = damaged(meant, dice)
      reading = Core::Tags::Reading.new(read)
      near = reading.neighbours(prefix: "MS", digits: 6, slips: dice.whole(1, 3)).to_a
      fits = [meant, *near.first(5)].map { |number| reading.fit(number).to_h }
      seen = [reading.pattern(prefix: "MS"), reading.of_series?([["MS", 6]]), near.size,
        reading.unread(prefix: "MS", digits: 6), reading.weights(meant)]
      ["reading #{turn} #{read}", [fits, seen]]
    end
  end

  SLIPS = [
    ->(text, place, _) { text.dup.tap { |copy| copy[place] = "?" } },
    ->(text, place, _) { text.dup.tap { |copy| copy[place] = "" } },
    ->(text, place, dice) { text.dup.insert(place, dice.whole(0, 9).to_s) },
    lambda { |text, place, dice|
      text.dup.tap do |copy|
        copy[place] = dice.pick(%w[0 1 3 5 7 8 O I B S])
      end
    },
    ->(text, place, _) { text.dup.tap { |copy| copy[place, 2] = copy[place, 2].reverse } },
    ->(text, place, _) { "#{text[0, place]}*#{text[(place + 2)..]}" }
  ].freeze

  def damaged(text, dice)
    dice.whole(0, 3).times.reduce(text) do |time, _|
      dice.pick(SLIPS).call(time, dice.whole(0, time.size - 1), dice)
    end
  end

  # What Water says of rows that are made up here, and of those of the fixtures.
  def answers
    water, dice = Core::Answers, Core::Dice.new(603)
    answer = {
      handling: water::HandlingAnswers.of(TreatedRows.of(treated)),
      movement: water::MovementAnswers.of(moves(dice), spots: SPOTS),
      effort: water::EffortAnswers.of(trips(dice), untold: 3),
      lengths: water::LengthAnswers.of(lengths, weighed, species: "Cod", kind: "TL"),
      tags: water::TagAnswers.of(doubles:, seasons:, season: water::Season.new(begins: "01-01"),
        taken: [{ kept: 21, over: 400 }, { kept: 10, over: 300 }],
        fates: { tagged: 900, returned: 210, kept: 31 }),
      closed: [water::ClosedAnswer.of(visits(dice), species: "Trout", water: "Lough", year: 2026)]
    }
    answer.flat_map { |of, all| all.map { |answer| ["answer #{of} #{answer.key}", answer] } }.to_h
  end

  # A member's season, good and bad, over three months.
  def season(dice)
    caught = Array.new(60) do |index|
      worst = dice.whole(0, 3) * 10
      { caught_on: Date.new(2026, 5 + (index % 3), 1 + (index % 27)),
        hook_type: dice.pick(%w[circle j treble]),
        longest_lift_seconds: dice.between(0, 60), air_seconds: dice.between(0, 90),
        fight_seconds: dice.between(10, 200),
        handling_seconds: (index % 4).zero? ? nil : dice.between(20, 300),
        one_lift_budget_seconds: 20, air_budget_seconds: 40, fight_budget_seconds: 45,
        hook_place: dice.pick(%w[lip jaw_corner gill throat]), points: worst,
        parts: worst.zero? ? [] : [{ name: dice.pick(%w[air fight hook]), points: worst }] }
    end
    { "own season" => Core::Estimates::OwnHandling.new(caught).to_h }
  end

  SPOTS = [["Outer ledge", 0.0, 0.0], ["Inner pool", 0.2, 0.05], ["Far race", 0.1, 0.4]]
    .map { |name, lat_deg, lon_deg| Core::Geography::Spot.new(name:, lat_deg:, lon_deg:) }.freeze

  def fixture(name)
    CSV.read(File.join(ROOT, "test/fixtures/estimates/#{name}.csv"), headers: true,
      converters: :numeric, header_converters: :symbol).map(&:to_h)
  end

  # The hooks of the fixture, of three taggers.
  def treated
    rows = fixture("returns").group_by { |row| row.values_at(:species, :quarter, :air) }
    rows.flat_map.with_index do |((species, quarter, _), here), index|
      arms = %w[deep shallow].map do |hook|
        here.select { |row| row[:hook] == hook }
          .then { |all| %i[released returned].map { |name| all.sum { |row| row[name] } } }
      end
      { treatment: :hook, arms:, tagger: "t#{index % 3}", stratum: [species, 2025, quarter, 4] }
    end
  end

  def doubles = fixture("double-tags")

  def weighed
    fixture("weights").each_with_index.map do |row, index|
      { **row, month: 4 + (index % 6), scarred: (index % 9).zero? }
    end
  end

  def lengths = (30..60).step(2).map { |cm| { from_mm: cm * 10, fish: 4 + ((cm * 7) % 31) } }

  def seasons
    [[2023, 2024, 40], [2023, 2025, 10], [2023, nil, 150], [2024, 2025, 50], [2024, nil, 190],
      [2025, 2026, 35], [2025, nil, 120]]
      .map { |season, next_season, fish| { season:, next_season:, newly: season == 2023, fish: } }
      .then { |rows| { rows:, double_share: 0.1 } }
  end

  def moves(dice)
    Array.new(60) do |index|
      { days: dice.whole(1, 700), km: dice.between(0.1, 40), story_key: "k#{index}",
        from_lat: dice.between(0, 0.2), from_lon: dice.between(0, 0.4),
        to_lat: dice.between(0, 0.2), to_lon: dice.between(0, 0.4) }
    end
  end

  def trips(dice)
    Array.new(160) do |index|
      { year: 2025 + (index % 2), month: 5 + (index % 3), water: "Marrow Sound", spot: index % 5,
        rod_hours: dice.between(1, 6), fish: dice.whole(0, 4) }
    end
  end

  def visits(dice)
    (0..4).flat_map do |index|
      on = Date.new(2026, 9, 1) + (7 * index)
      Array.new(60) { { on:, fish_id: "f#{dice.whole(1, 140)}", is_tagged: index.zero? } }.uniq
    end
  end

  # What was decided or fitted once, and is read everywhere.
  def tables
    weights = Core::Recaptures::Weights
    {
      "columns of old tables" => Core::Imports::KnownColumns::ALL,
      "words of old tables" => Core::Imports::Vocabulary::OF,
      "columns that go out" => Core::Exchange::Tables::ALL,
      "letters" => Core::Letters::Kind::ALL,
      "weights of a match" =>
        [weights::ALL, weights::GROWTH_SPREAD, weights::NEAR_SHARE, weights::NEAR_KM]
    }
  end

  def test_what_was_looked_at_is_as_it_was
    figures = {
      **drawings, **words, **outlooks, **courses, **tasks, **dice, **tables, **ways, **readings,
      **answers, **season(Core::Dice.new(604))
    }
      .transform_values { |entry| Digest::SHA256.hexdigest(plain(entry).inspect)[0, 12] }
    File.write(PINNED, figures.to_yaml) if ENV["LOOKED_AT"]
    pinned = YAML.load_file(PINNED)

    assert_equal pinned.keys, figures.keys
    changed = figures.reject { |name, digest| pinned[name] == digest }.keys

    assert_empty changed, "look at these again"
  end

  FIGURES = File.join(ROOT, "test/fixtures/figures.yaml")

  # House rules, limits, measures: a figure that stands once in core is decided, and changed on
  # purpose. Tables of them by what they come to.
  def test_every_figure_of_core_is_as_it_was_decided
    figures = figures(Core).sort.to_h
    File.write(FIGURES, figures.to_yaml) if ENV["LOOKED_AT"]
    decided = YAML.load_file(FIGURES)

    assert_empty((decided.to_a - figures.to_a).to_h, "these were decided otherwise, or are gone")
    assert_empty((figures.to_a - decided.to_a).to_h, "these are new: say what was decided")
  end

  def figures(room)
    room.constants(false).sort.each_with_object({}) do |name, result|
      value = room.const_get(name)
      if value.is_a?(Module)
        result.merge!(figures(value)) if value.to_s == "#{room}::#{name}"
      elsif value.is_a?(Numeric)
        result["#{room}::#{name}"] = value.is_a?(Float) ? format("%.9g", value).to_f : value
      elsif (numbers = numbers_in(value)).any?
        result["#{room}::#{name}"] = Digest::SHA256.hexdigest(numbers.inspect)[0, 12]
      end
    end
  end

  def numbers_in(value)
    case value
    when Hash then value.to_a.flat_map { |pair| pair.flat_map { |value| numbers_in(value) } }
    when Range then [value.begin, value.end].flat_map { |entry| numbers_in(entry) }
    when Struct, Array then value.to_a.flat_map { |entry| numbers_in(entry) }
    when Numeric, true, false then [value.is_a?(Float) ? format("%.9g", value).to_f : value]
    else []
    end
  end

  # The values in it, in any Ruby.
  def plain(value)
    case value
    when Hash then value.to_a.map { |pair| plain(pair) }
    when Struct then plain(value.to_h)
    when Array then value.map { |part| plain(part) }
    when Float then value.round(6)
    else value.instance_variables.any? ? ivars(value) : value.to_s
    end
  end

  def ivars(value)
    value.instance_variables.map { |name| plain(value.instance_variable_get(name)) }
  end
end
