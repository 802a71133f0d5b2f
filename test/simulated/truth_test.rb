# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../../bench/support/simulated_truth"

class TruthTest < Minitest::Test
  # Stated intervals cover what is true as often as they say; bench/truth.rb does it 200 times.
  def test_truth_comes_back
    found = (9001..9020).flat_map { |seed| SimulatedTruth.intervals(seed).values }

    refute_includes found, nil
    covered = found.count { |low, high, truth| truth.between?(low, high) }

    assert_operator covered, :>=, 0.88 * found.size, "#{covered} of #{found.size}"
    assert_operator covered, :<, found.size, "intervals that never miss are too wide"
  end
end
