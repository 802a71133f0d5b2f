# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../../bench/support/worlds"

# Sentences of the pages against the truth of simulated programmes that break what estimates take
# for granted; bench/truth.rb does it a hundred times for each, on other seeds.
class TruthTest < Minitest::Test
  def checks(worlds, names, seeds)
    names.product(seeds.to_a).flat_map { |name, seed| worlds.checks(name, seed) }
  end

  def assert_true_mostly(checks, share)
    right = checks.count(&:true?)

    assert_operator checks.size, :>, 5
    assert_operator right, :>=, share * checks.size, "#{right} of #{checks.size} are true"
  end

  # Every number of fish that is told is true; of unlike and shy fish a least one alone is told.
  def test_numbers_of_closed_waters
    answer = checks(Worlds::Closed, Worlds::Closed::WORLDS.keys, 9001..9004)

    assert_true_mostly answer, 0.95
    unlike = checks(Worlds::Closed, ["fish are unlike, many visits", "tagged fish are shy"],
      9001..9004)

    assert_equal [:least], unlike.map(&:kind).uniq
  end

  def test_distance_and_effort
    assert_true_mostly checks(Worlds::Movement, Worlds::Movement::WORLDS.keys, 9001..9002), 0.88
    assert_true_mostly checks(Worlds::Effort, Worlds::Effort::WORLDS.keys, 9001..9003), 0.88
  end

  # Nothing that was done has an effect: deep hooks only became rarer.
  def test_practice_that_drifts_is_no_effect
    answer = checks(Worlds::Handling, ["deep hooks get rarer"], 9001..9002)

    assert_true_mostly answer.select { |check| check.kind == :interval }, 0.85
    assert answer.select { |check| check.kind == :claim }.all?(&:true?)
  end

  # The season that runs, a southern summer, and tags that are shed.
  def test_survival_retention_and_what_is_taken
    names = ["the season is not over", "southern summer", "two types of tag"]

    assert_true_mostly checks(Worlds::Lives, names, 9001..9002), 0.85
  end

  def test_growth_of_fish_that_differ
    answer = checks(Worlds::Growth, ["each fish has a length of its own"], 9001..9003)

    assert_true_mostly answer, 0.85
    assert_includes answer.map(&:about), "K"
  end
end
