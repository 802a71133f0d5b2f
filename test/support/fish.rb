# frozen_string_literal: true

# Fish and situations for the tests of what runs on the phone too: no files, no database.
module Fish
  BASS =
    Core::Fish::Species.new(
      code: "bass",
      common_name: "Marrow bass",
      guild_key: "bass_like",
      tail: "forked",
      bladder: "sealed",
      weight_a: 0.0095,
      weight_b: 3.03,
      fl_to_tl: {
        a_mm: 4.0, b: 1.05, se_mm: 5.0
      },
      typical_mm: 430,
      large_mm: 700,
      min_mm: 60,
      max_mm: 1030,
      min_taggable_mm: 300,
      in_water_only_mm: nil,
      warm_c: 18.0,
      stop_c: 22.0,
      hazards: ["gill-cover blades"]
    ).freeze
  TROUT =
    Core::Fish::Species.new(
      **BASS.to_h,
      code: "trout",
      common_name: "Marrow trout",
      guild_key: "trout_and_salmon",
      bladder: "open",
      warm_c: 16.0,
      stop_c: 20.0,
      hazards: []
    ).freeze
  HARDY =
    Core::Fish::Species.new(
      **BASS.to_h,
      code: "carp",
      common_name: "Marrow carp",
      guild_key: "carp_like",
      warm_c: 20.0,
      stop_c: 24.0
    ).freeze
  DEEP =
    Core::Fish::Species.new(
      **BASS.to_h,
      code: "deep",
      common_name: "Marrow redfish",
      guild_key: "deep_water_spiny",
      tail: "square",
      warm_c: 16.0,
      stop_c: 20.0,
      large_mm: 1000,
      max_mm: 1400
    ).freeze
  ORDINARY =
    Core::Fish::Species.new(
      **BASS.to_h,
      code: "cod",
      common_name: "Marrow cod",
      guild_key: "general",
      warm_c: 20.0,
      stop_c: 24.0,
      large_mm: 1000,
      max_mm: 1400
    ).freeze
  STURGEON =
    Core::Fish::Species.new(
      **DEEP.to_h,
      code: "sturgeon",
      guild_key: "sturgeon_like",
      tail: "uneven",
      bladder: "open",
      fl_to_tl: {
        a_mm: 12.0, b: 1.1, se_mm: 15.0
      },
      in_water_only_mm: 1200,
      typical_mm: 900,
      large_mm: 1500,
      max_mm: 2700
    ).freeze
  SHARK =
    Core::Fish::Species.new(
      **DEEP.to_h,
      code: "hound",
      guild_key: "sharks",
      tail: "uneven",
      bladder: "none",
      fl_to_tl: nil,
      typical_mm: 750,
      large_mm: 1150,
      max_mm: 1640,
      min_taggable_mm: 500
    ).freeze
  CATFISH =
    Core::Fish::Species.new(
      **BASS.to_h,
      code: "catfish",
      guild_key: "whiskered_spined",
      warm_c: 28.0,
      stop_c: 32.0
    ).freeze

  module_function

  def species(animal = BASS, **change) = Core::Fish::Species.new(**animal.to_h, **change).freeze

  def rules(**schools)
    Core::Protocol::HouseRules.new(
      version: 2,
      choices: schools.to_h { |key, school| [key, { school: }] }
    )
  end

  # Taps a second apart, or at the milliseconds that are given: taps("fish_on", ["lifted", 40_000])
  def taps(*acts)
    acts.each_with_index.map do |act, index|
      act.is_a?(Array) ? { act: act.first, at: act.last } : { act:, at: index * 1000 }
    end
  end

  # told: what a Situation takes, and fields of the encounter
  def situation(animal = BASS, rules: Core::Protocol::HouseRules.default, **fields)
    around = Core::Handling::Situation.members
    Core::Handling::Situation.new(
      species: animal, rules:, encounter: fields.except(*around), **fields.slice(*around)
    )
  end

  def measured(mm, kind: "FL", how: "board", sd_mm: nil)
    { length_mm: mm, length_kind: kind, length_how: how, length_sd_mm: sd_mm }
  end
end
