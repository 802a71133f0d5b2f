# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/random_fish"
require_relative "../../bench/support/judged_reports"
require_relative "../../bench/support/writings"

# Reports whose truth is known, over the fish of a simulated cooperative of the demo's size: who is
# found, do shares come true, and what is accepted alone. The full size, with its intervals, is
# bench/matching.rb.
class SimulatedReportsTest < Minitest::Test
  SPECIES = RandomFish.species.to_h { |species| [species.code, species] }
  RELEASES = 8000

  def self.reports = @reports ||= ToldReports.new(species: SPECIES, seed: 21, releases: RELEASES)
  def self.judged = @judged ||= JudgedReports.of(reports)

  def judged = SimulatedReportsTest.judged

  def test_the_true_fish_stands_among_the_first_three_and_shares_come_true
    damaged = judged.select(&:damaged)
    result = damaged.count { |entry| entry.place && entry.place < 3 }
    sure = judged.flat_map(&:shares).select { |share, _| share >= 0.8 }

    assert_operator result, :>=, 0.85 * damaged.size, "#{result} of #{damaged.size}"
    assert_in_delta sure.sum(&:first) / sure.size, sure.count(&:last) / sure.size.to_f, 0.02
  end

  def test_numbers_read_right_are_accepted_alone_and_others_fish_are_not
    right = judged.select(&:read_right)
    accepted = judged.select(&:accepted)

    assert_operator right.count(&:accepted), :>=, 0.95 * right.size
    assert_operator accepted.count { |entry| !entry.right }, :<=, 2, "of #{accepted.size}"
  end

  # One left out fits thirty numbers: the rest of the report must tell them apart.
  HARD = { one_left_out: 0.7, two_swapped: 0.7, one_doubled: 0.95 }.freeze

  def test_a_number_is_found_in_whichever_way_it_is_written
    Writings.each(SimulatedReportsTest.reports, count: 60,
      rng: Random.new(3)) do |way, first, alone|
      assert_operator first, :>=, 60 * HARD.fetch(way, 0.97), way
      assert_operator alone, :>=, 60 * 0.85, way unless HARD.key?(way)
    end
  end
end
