# frozen_string_literal: true

# Compiles what the phone needs of core/ to JavaScript: ruby bin/lib/compile_core.rb FILE
# [FILE of the trainer] The same files, the same rules: see docs/ARCHITECTURE.md, "Core runs twice".
require "bundler/setup"
require "opal"
require "opal/builder_scheduler/sequential"
require_relative "../../config/texts"

# Its usual way is to fork, and a fork shares the database connections of a test.
Opal.builder_scheduler = Opal::BuilderScheduler::Sequential
# Turns core's files for the field into one file of JavaScript.
module CompileCore
  # In the order of their needs; what stands behind Core::Doors::Deck, and nothing else.
  FILES = %w[
    error invalid_input units value tags/number tags/weights tags/alignment tags/reading
    tags/did_you_mean fish/length fish/sent_length fish/weight fish/guild fish/species
    protocol/school protocol/question protocol/questions protocol/figures protocol/house_rules
    law/entry law/slot law/keep_verdict handling/stages handling/vitality handling/pressure
    handling/fight_budget handling/air_budget handling/situation handling/caution handling/review
    handling/tag_decision handling/next_act handling/roles handling/advice_rows handling/advice
    handling/technique handling/clock handling/tag_site handling/notes handling/first_aid
    photo/plane photo/above photo/corners photo/bench photo/measuring
    trips/card trips/paper_sheet doors/deck
  ].freeze
  # Behind Core::Doors::Trainer, in a file of its own, so that the Deck does not carry it.
  PRACTICE = %w[
    not_found drawing/outline drawing/forms drawing/form trips/finding trips/plan trips/locker
    trips/budgets trips/kit trips/go_verdict dice recaptures/weights
    recaptures/none_of_these
    practice/answer practice/tag_placement practice/worn_number practice/length_reading
    practice/water_call practice/kit_call practice/scene practice/scenes practice/line
    practice/moves practice/deeds practice/better practice/landing practice/good_hand
    doors/trainer
  ].freeze
  # Of the language's own library; files, processes, clocks and complex numbers stay out.
  RUNTIME = %w[
    opal/base opal/mini corelib/kernel/format corelib/math corelib/struct corelib/unsupported
  ].freeze

  module_function

  # Ruby that gives Core::Text the texts that these sources ask for.
  def texts(sources)
    keys = sources.flat_map { |source| source.scan(/\bText\.of\(\s*"([^"]+)"/).flatten }
    "Core::Text.catalogue = #{Texts.read.slice(*keys).inspect}"
  end

  # files: of core, in the order of their needs;  extra: { name => source } compiled after them
  def call(files: FILES, extra: {})
    root = File.expand_path("../..", __dir__)
    builder = Opal::Builder.new
    RUNTIME.each { |name| builder.build(name) }
    sources = files.to_h { |name| [name, File.read(File.join(root, "core", "#{name}.rb"))] }
    builder.build_str(File.read(File.join(root, "core/text.rb")), "core/text")
    builder.build_str(texts(sources.values), "core/texts")
    sources.each { |name, source| builder.build_str(source, "core/#{name}") }
    extra.each { |name, source| builder.build_str(source, name) }
    "#{builder}\nexport default globalThis.Opal\n"
  end
end

if $PROGRAM_NAME == __FILE__
  both = { ARGV.fetch(0) => CompileCore::FILES }
  both[ARGV[1]] = CompileCore::FILES + CompileCore::PRACTICE if ARGV[1]
  both.each do |target, files|
    compiled = CompileCore.call(files:)
    File.write(target, compiled) unless File.exist?(target) && File.read(target) == compiled
  end
end
