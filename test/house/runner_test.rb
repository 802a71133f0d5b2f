# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../runner/plan"
require_relative "../runner/pool"
require_relative "../runner/summary"
require_relative "../runner/changed"

# The runner reports every result, whatever a file does to its process.
class RunnerTest < Minitest::Test
  FILES = {
    "good" => "def test_passes = assert(true)",
    "wrong" => "def test_fails = assert_equal(1, 2)",
    "bug" => "def test_raises = nil.no_such_method",
    "crash" => "def test_ends_the_process = Process.kill(:KILL, Process.pid)",
    "hang" => "def test_never_ends = sleep",
    "syntax" => "def test_is_no_ruby = (",
    "last" => "def test_passes_too = assert(true)"
  }.freeze

  def run_files(names, **settings)
    Dir.mktmpdir do |dir|
      tasks = names.map do |name|
        path = File.join(dir, "#{name}_test.rb")
        File.write(path, "class #{name.capitalize}Planted < Minitest::Test\n#{FILES[name]}\nend\n")
        Runner::Task.new(name: path, layer: "core")
      end
      limits = { logs: File.join(dir, "logs"), seconds: 2 }
      finished = Runner::Pool.new(slots: 2, seed: 1, limits:, **settings).run(tasks)
      finished.to_h { |done| [File.basename(done.task.name, "_test.rb"), done] }
    end
  end

  def summary(finished)
    out = StringIO.new
    well = Runner::Summary.new(out:).close(finished, wall_seconds: 1, seed: 1)
    [well, out.string]
  end

  def test_a_failure_a_bug_a_crash_and_a_hang_hide_nobody_elses_results
    finished = run_files(FILES.keys)

    assert_equal(
      { "good" => false, "wrong" => true, "bug" => true, "crash" => true, "hang" => true,
        "syntax" => true, "last" => false }, finished.transform_values(&:bad?)
    )
    assert_equal ["ended its process", "took longer than 2 s"],
      finished.values_at("crash", "hang").map(&:stopped)
    well, text = summary(finished.values)

    refute well
    assert_includes text, "wrong_test.rb --name test_fails"
    assert_match(/^5 runs, 3 assertions, 1 failures, 4 errors, 0 skips$/, text)
  end

  def test_only_what_was_asked_for_runs
    finished = run_files(%w[good wrong], filter: "GoodPlanted")

    assert_equal([1, 0], finished.values_at("good", "wrong").map { |done| done.results.size })
    assert summary(finished.values)[0]
  end

  def test_a_command_that_fails_is_told_with_what_it_printed
    task = Runner::Task.new(name: "check", layer: "lint", command: ["sh", "-c", "echo no; exit 3"])
    Dir.mktmpdir do |dir|
      done, = Runner::Pool.new(slots: 1, seed: 1, limits: { logs: dir, seconds: 2 }).run([task])

      assert_predicate done, :bad?
      assert_equal "no\n", done.output
    end
  end

  # The worst that a broken choice could do is to leave out the file's own tests.
  def test_a_change_is_held_against_its_layer_and_the_tests_that_name_it
    assert_equal %w[core field house],
      Runner::Changed.new(%w[core/handling/air_budget.rb]).tests & Runner::Plan::LAYERS
    assert_includes Runner::Changed.new(%w[acts/deck/record_encounter.rb]).tests,
      "test/api/race_test.rb"
    assert_equal %w[test/core/fish_test.rb], Runner::Changed.new(%w[test/core/fish_test.rb]).tests
  end
end
