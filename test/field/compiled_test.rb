# frozen_string_literal: true

require "open3"
require_relative "../support/test_helper"
require_relative "../support/random_fish"
require_relative "../../bin/lib/compile_core"
require "tmpdir"

# Core runs twice, in Ruby and on the phone: both must give the same.
class CompiledCoreTest < Minitest::Test
  FIELD_TESTS = Dir[File.join(ROOT, "test/core/field/*_test.rb")]

  # Random fish under random house rules: numbers to the last bit, texts to the letter.
  # bench/parity.rb asks 20,000.
  def test_two_thousand_fish_are_told_alike
    rng = Random.new(20_261_126)
    questions =
      Array.new(100) { [RandomFish.card(rng), Array.new(20) { ["fish", RandomFish.fish(rng)] }] }
    ruby = questions.flat_map { |card, asked| RandomFish.in_ruby(card, asked) }
    compiled = RandomFish.compiled(questions)

    assert_equal ruby.size, compiled.size
    ruby.zip(compiled).each { |here, there| assert_equal here, there }
    assert_operator ruby.map { |entry| entry["tagging"] && entry["tagging"]["advice"] }.uniq.size,
      :>=,
      3,
      "the sample says too little"
    assert_operator ruby
      .flat_map { |entry| (entry["lines"] || []).map { |line| line["key"] } }
      .uniq
      .size,
      :>=,
      24
  end

  # The tests of the compiled files, run compiled.
  def test_every_test_of_these_files_also_holds_compiled
    results = run_compiled("")

    assert_equal FIELD_TESTS.sum { |file| File.read(file).scan(/^  def test_/).size }, results.size
    failed = results.select { |result| result["failure"] }

    assert_empty failed, failed.map { |result| result.values.join(": ") }.join("\n")
  end

  # And they would notice: with the least rest changed in the compiled rules alone, one of them
  # fails.
  def test_a_rule_that_differs_is_noticed
    failed =
      run_compiled(
        "module Core; module Handling; module AirBudget; def self.rest_seconds(_last, **) = 29; " \
          "end; end; end\n"
      ).select { |result| result["failure"] }

    assert_includes failed.map { |result| result["name"] },
      "AirBudgetTest#test_rest_is_twice_the_last_lift_but_never_under_half_a_minute"
  end

  private

  def run_compiled(change)
    sources = [
      File.join(ROOT, "test/field/minitest.rb"),
      File.join(ROOT, "test/support/fish.rb"),
      *FIELD_TESTS
    ]
    extra = {
      "change" => change,
      **sources.to_h do |file|
        [file.delete_prefix("#{ROOT}/"), File.read(file).gsub(/^require_relative.*$/, "")]
      end
    }
    Dir.mktmpdir do |folder|
      file = File.join(folder, "tests.mjs")
      File.write(file, CompileCore.call(extra:))
      out, errors, status = Open3.capture3("node", File.join(ROOT, "test/field/run.mjs"), file)

      assert_predicate status, :success?, errors
      out.lines.map { |line| JSON.parse(line) }
    end
  end
end
