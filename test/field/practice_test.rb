# frozen_string_literal: true

require "csv"
require "fileutils"
require "open3"
require_relative "../support/test_helper"
require_relative "../../bin/lib/compile_core"

# The trainer runs on the phone: the same seeds and the same hands must give the same fish there.
class CompiledPracticeTest < Minitest::Test
  DOOR = <<~JS
    import Opal from './practice.mjs'
    import { asker, toRuby } from './plain.mjs'
    import { createInterface } from 'node:readline'
    let ask
    for await (const line of createInterface({ input: process.stdin })) {
      const { card, question, asked } = JSON.parse(line)
      if (card) ask = asker(Opal, Opal.Core.Doors.Trainer.$new(toRuby(Opal, card)))
      else process.stdout.write(JSON.stringify(ask(question, asked)) + '\\n')
    }
  JS
  SPECIES = CSV.read(File.join(ROOT, "db/catalogue/species.csv"),
    headers: true).first(12).map do |row|
      whole = %w[typical_mm large_mm min_mm max_mm min_taggable_mm].to_h do |key|
        [key, row[key].to_i]
      end
      parts = %w[weight_a weight_b warm_c stop_c].to_h { |key| [key, row[key].to_f] }
      row.to_h.slice("code", "common_name", "guild_key", "tail", "bladder")
        .merge(whole, parts, "hazards" => []).transform_keys(&:to_sym)
    end
  CARD = {
    rules: { version: 1, own_version: 0, choices: {}, figures: {}, guild_notes: {} },
    species: SPECIES, series: [["AB", 6]]
  }.freeze

  def in_ruby(asked)
    door = Core::Doors::Trainer.new(CARD)
    asked.map { |question, input| JSON.parse(JSON.generate(door.ask(question, input))) }
  end

  def compiled(asked)
    Dir.mktmpdir do |folder|
      files = CompileCore::FILES + CompileCore::PRACTICE
      File.write(File.join(folder, "practice.mjs"), CompileCore.call(files:))
      FileUtils.cp(File.join(ROOT, "web/src/core/plain.js"), File.join(folder, "plain.mjs"))
      File.write(File.join(folder, "ask.mjs"), DOOR)
      lines = [{ card: CARD }, *asked.map { |question, input| { question:, asked: input } }]
      out, status = Open3.capture2("node", File.join(folder, "ask.mjs"),
        stdin_data: lines.map { |line| "#{JSON.generate(line)}\n" }.join)

      assert_predicate status, :success?
      out.lines.map { |line| JSON.parse(line) }
    end
  end

  def test_tasks_scores_and_fish_are_alike
    asked = tasks + scores + scenes
    here = in_ruby(asked)

    here.zip(compiled(asked), asked).each do |entry, there, question|
      assert_equal entry, there, question
    end
  end

  def tasks
    %w[place measure read judge pack].product((1..12).to_a).map do |exercise, seed|
      ["task", { exercise:, seed:, level: seed % 3 }]
    end
  end

  def scores
    door = Core::Doors::Trainer.new(CARD)
    answers = {
      "place" => lambda { |_, seed|
        { x: 300 + (seed * 20), y: -90 + (seed * 9), angle_deg: 20 + (seed * 5) }
      },
      "measure" => ->(task, _) { { kind: "FL", fault: "none", mm: task[:true_mm] + 4 } },
      "read" => ->(task, _) { { text: task[:number].sub("4", "?").sub("7", "1") } },
      "judge" => ->(_, _) { { call: "care" } },
      "pack" => ->(_, _) { { packed: %w[net forceps board camera] } }
    }
    answers.keys.product((1..8).to_a).map do |exercise, seed|
      task = door.ask("task", { exercise:, seed:, level: 1 })[:task]
      ["score", { exercise:, task:, answer: answers.fetch(exercise)[task, seed] }]
    end
  end

  def scenes
    acts = %w[sink_net net cut_mesh forceps wet lift measure tag put_back hold look let_go]
    Core::Practice::Scenes::ALL.flat_map do |scene|
      [["well", { scene: scene.key, seed: 3 }], ["begin", { scene: scene.key, seed: 5 }]] +
        Array.new(60) do |index|
          ["advance", { ms: 500, winds: index % 7 > 1, drag_percent: 20 + ((index % 5) * 5),
                        act: acts[index % acts.size] }]
        end
    end
  end
end
