# frozen_string_literal: true

require "csv"
require "json"
require "open3"

# Random trip cards and fish in hand, every value missing now and then; and the two that answer:
# Ruby, and core compiled.
module RandomFish
  ROOT = File.expand_path("../..", __dir__)
  NUMBERS = %w[weight_a weight_b warm_c stop_c].freeze
  WHOLE = %w[typical_mm large_mm min_mm max_mm min_taggable_mm in_water_only_mm].freeze

  module_function

  def species
    @species ||=
      CSV
        .read(File.join(ROOT, "db/catalogue/species.csv"), headers: true)
        .map { |row| one_species(row) }
  end

  def one_species(row)
    conversion =
      row["fl_to_tl_b"] &&
      {
        a_mm: row["fl_to_tl_a_mm"].to_f,
        b: row["fl_to_tl_b"].to_f,
        se_mm: row["fl_to_tl_se_mm"].to_f
      }
    texts = row.to_h.slice("code", "common_name", "guild_key", "tail", "bladder")
    Core::Fish::Species.new(
      **texts.merge(
        NUMBERS.to_h { |name| [name, row[name].to_f] },
        WHOLE.to_h { |name| [name, row[name]&.to_i] }
      ).transform_keys(&:to_sym),
      fl_to_tl: conversion,
      hazards: row["hazards"].to_s.split(";"),
      look_alikes: row["look_alikes"].to_s.split(";")
    )
  end

  # A card under randomly chosen schools, as it comes over the wire.
  def card(rng)
    choices =
      Core::Protocol::Questions::ALL.to_h { |question| [question.key, choice(question, rng)] }
    rules =
      Core::Protocol::HouseRules.new(version: rng.rand(1..9), choices:, own_version: rng.rand(3))
    verdict =
      Core::Trips::Finding.new(
        key: :permit,
        verdict: %i[ok care stop].sample(random: rng),
        text: "",
        source: ""
      )
    trip = {
      held_on: %w[2026-01-15 2026-06-15 2026-11-26].sample(random: rng),
      water_temp_c: maybe(rng) { rng.rand(2.0..30.0).round(1) },
      water_kind: %w[sea fresh].sample(random: rng)
    }
    times = Core::Handling::TagDecision
    timed =
      %i[fragile sensitive ordinary hardy]
        .select { rng.rand < 0.3 }
        .to_h { |air_class| [air_class, rng.rand((times::USUAL_TAGGING_SECONDS / 2.0)..30.0)] }
    card =
      Core::Trips::Card.compile(
        trip:, species:, pouch: [], rules:,
        laws: laws(rng),
        authorisation: verdict,
        tagging_seconds: timed,
        trained_to_vent: rng.rand < 0.5
      )
    JSON.parse(JSON.generate(card), symbolize_names: true)
  end

  def choice(question, rng)
    allowed = question.schools.select(&:allowed).map(&:key)
    guilds =
      (
        if question.by_guild
          Core::Fish::Guild
            .all
            .sample(3, random: rng)
            .to_h { |guild| [guild.key, allowed.sample(random: rng)] }
        else
          {}
        end
      )
    { school: allowed.sample(random: rng), guilds: }
  end

  def laws(rng)
    species.select { rng.rand < 0.6 }.map do |animal|
      least = maybe(rng) { rng.rand(animal.min_mm..animal.large_mm) }
      Core::Law::Entry.new(
        species_code: animal.code,
        min_mm: least,
        max_mm: maybe(rng) { rng.rand((least || animal.min_mm)..animal.max_mm) },
        length_kind: %w[FL TL DW CW].sample(random: rng),
        season: maybe(rng) { [%w[01-01 05-31], %w[07-01 03-31]].sample(random: rng) },
        in_water_only_mm: rng.rand < 0.2 ? rng.rand(animal.typical_mm..animal.max_mm) : nil,
        checked_on: "2026-01-01",
        authority: "Office"
      )
    end
  end

  def maybe(rng, share = 0.6) = rng.rand < share ? yield : nil

  # One fish in hand: { record:, now_ms:, units: }
  def fish(rng)
    kind = species.sample(random: rng)
    taps, now_ms = taps(rng)
    record = {
      species_code: kind.code,
      taps:,
      has_tag: rng.rand < 0.7,
      **length(kind, rng),
      **seen(rng),
      weight_g: maybe(rng, 0.2) { rng.rand(50..9000) },
      depth_m: maybe(rng) { [rng.rand(0..60), rng.rand(0.0..60.0).round(1)].sample(random: rng) },
      water_temp_c: maybe(rng) { rng.rand((kind.warm_c - 4)..(kind.stop_c + 2)).round(1) },
      air_seconds: maybe(rng, 0.1) { rng.rand(0..90) }
    }
    {
      record: record.select { |_key, value| !value.nil? || rng.rand < 0.5 },
      now_ms: maybe(rng, 0.8) { now_ms },
      units: %w[metric imperial].sample(random: rng)
    }
  end

  def length(kind, rng)
    return { length_mm: nil } if rng.rand < 0.3

    {
      length_mm: rng.rand(kind.min_mm..kind.max_mm),
      length_kind: rng.rand < 0.7 ? kind.length_kind : %w[FL TL DW CW].sample(random: rng),
      length_how: Core::Fish::Length::METHODS.sample(random: rng),
      length_sd_mm: maybe(rng, 0.2) { rng.rand(1.0..30.0) }
    }
  end

  HOOKS = [nil, *Core::Handling::Caution::HOOK.keys].freeze
  SIGNS = %w[stomach_out gut_out eyes_bulging swollen].freeze
  MISHAPS = %w[dry_surface dropped hung_by_jaw sent_down].freeze
  MARKS = %w[old_hook_scar open_wound scale_loss parasites].freeze

  def seen(rng)
    some = ->(all) { all.select { rng.rand < 0.2 } }
    {
      hook_place: HOOKS.sample(random: rng),
      removal: [nil, nil, "in_water", "pulled", "cut_line"].sample(random: rng),
      bleeding: [nil, "none", "light", "heavy"].sample(random: rng),
      pressure_signs: some.call(SIGNS),
      handling: some.call(MISHAPS),
      marks: some.call(MARKS),
      reflexes:
        Core::Handling::Vitality::REFLEXES
          .select { rng.rand < 0.4 }
          .to_h { |name| [name, %w[present absent].sample(random: rng)] }
    }
  end

  # A walk through the acts that may follow each other, a few seconds or a long time apart.
  def taps(rng)
    stages = Core::Handling::Stages
    time = 1_760_000_000_000 + rng.rand(1_000_000_000)
    taps = []
    rng.rand(0..7).times do
      last = taps.reverse.find { |tap| !stages::MARKS.key?(tap[:act]) }
      next_acts = stages::MAY_FOLLOW.fetch(last && last[:act])
      next_acts += ["tag_in"] if last && stages::MARKS["tag_in"].include?(last[:act]) &&
        taps.none? { |tap| tap[:act] == "tag_in" }
      break if next_acts.empty?

      taps << {
        act: next_acts.sample(random: rng),
        at: time += [rng.rand(0..30_000), rng.rand(0..200_000)].sample(random: rng)
      }
    end
    [taps, time + rng.rand(0..60_000)]
  end

  def in_ruby(card, asked)
    field = Core::Doors::Deck.new(card)
    asked.map { |question, input| plain(field.ask(question, input)) }
  end

  # questions: [[card, [[question, given], ...]], ...]; answers in the same order, from core
  #            compiled.
  def compiled(questions, door: File.join(ROOT, "web/src/core/door.js"))
    lines =
      questions.flat_map do |card, asked|
        [{ card: }, *asked.map { |question, input| { question:, asked: input } }]
      end
    out, status =
      Open3.capture2(
        "node",
        File.join(ROOT, "test/field/answer.mjs"),
        door,
        stdin_data: lines.map { |line| "#{JSON.generate(line)}\n" }.join
      )
    raise "node ended with #{status.exitstatus}" unless status.success?

    out.lines.filter_map { |line| JSON.parse(line) }
  end

  # As it leaves the door: no symbols, and 8.0 is 8.
  def plain(value) = JSON.parse(JSON.generate(value))
end
