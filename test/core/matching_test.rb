# frozen_string_literal: true

require_relative "../support/test_helper"

class ReadingTest < Minitest::Test
  def fit(read, number) = Core::Tags::Reading.new(read).fit(number)
  def ln(*shares) = shares.sum { |share| Math.log(share) }

  def test_each_character_counts_as_the_rules_say
    assert_in_delta ln(*[0.97] * 8), fit("MS003258", "MS003258").log, 1e-9
    assert_in_delta ln(*[0.97] * 7), fit("ms 00325?", "MS003258").log, 1e-9
    assert_in_delta ln(*[0.97] * 7, 0.02), fit("MS008258", "MS003258").log, 1e-9, "3 and 8 look alike"
    assert_in_delta ln(*[0.97] * 7, 0.0005), fit("MS004258", "MS003258").log, 1e-9
    assert_in_delta ln(*[0.97] * 6, 0.005), fit("MS003528", "MS003258").log, 1e-9, "a swap is one slip"
    assert_in_delta ln(*[0.97] * 4), fit("MS*58", "MS003258").log, 1e-9
    assert_equal(-Float::INFINITY, fit("MS00325", "MS003258").log)
    assert_equal ["8 where the tag has 3, which look alike"], fit("MS008258", "MS003258").slips
  end

  # Every reading that damage makes of a number must lead back to it.
  def test_the_neighbours_hold_the_true_number_whatever_happened_to_it
    rng = Random.new(4)
    150.times do
      number = format("MS%06d", rng.rand(1_000_000))
      read = Demo::Damage.of(number, rng)
      found = Core::Tags::Reading.new(read).neighbours(prefix: "MS", digits: 6)

      assert found.nil? || found.include?(number), "#{read} does not lead to #{number}" unless Core::Tags::Reading.new(read).fit(number).slips.size > 2
    end
  end
end

# Reports whose truth is known, over the fish of a simulated cooperative: who is found, do shares come true, and what is accepted alone.
class CandidatesTest < Minitest::Test
  SPECIES = Store::Species.new(TestDatabase.unit).all.to_h { |one| [one.code, one] }
  RELEASES = 6000
  # Of the reports, so many are of a tag that no fish of ours carries.
  STRANGERS = 0.15

  # [fish as a candidate, what a finder tells of its next catch], of each fish that came back
  def self.catches
    @catches ||= begin
      telling = Demo::Telling.new(SPECIES, Random.new(21))
      lives = Demo::Simulation.new(species: SPECIES, today: Date.new(2026, 11, 1), releases: RELEASES, seed: 8).each_life.to_a
      @fish = lives.map.with_index { |life, index| telling.candidate(format("MS%06d", index + 1), index, life) }
      @by_number = @fish.to_h { |one| [one[:number], one] }
      @fish.zip(lives).select { |_, life| life[:again].any? }.map { |one, life| [one, telling.of(one[:number], one[:species_code], life[:again].first)] }
    end
  end

  def self.near(reading) = (near = reading.neighbours(prefix: "MS", digits: 6)) ? @by_number.values_at(*near).compact : @fish
  def self.carrying(number) = [@by_number[number]].compact.map { |one| one.merge(kept: false) }

  def weigh(report, fish) = Core::Recaptures::Candidates.weigh(report:, candidates: fish, species: SPECIES)

  def test_the_true_fish_stands_among_the_first_three_and_shares_come_true
    rng = Random.new(5)
    found, told = [], []
    CandidatesTest.catches.each do |one, report|
      damaged = report[:numbers][0] != one[:number]
      fish = CandidatesTest.near(Core::Tags::Reading.new(report[:numbers][0]))
      fish -= [one] if (stranger = rng.rand < STRANGERS)
      ranked = weigh(report, fish)[:ranked]
      found << ranked.first(3).any? { |other| other.number == one[:number] } if damaged && !stranger
      ranked.each { |other| told << [other.share, other.number == one[:number]] if damaged }
    end
    sure = told.select { |share, _| share >= 0.8 }

    assert_operator found.count(true), :>=, 0.9 * found.size, "#{found.count(true)} of #{found.size}"
    assert_operator sure.count(&:last), :>=, 0.8 * sure.size, "#{sure.count(&:last)} of #{sure.size} that were given 0.8 or more"
    puts format("matching: %d of %d damaged numbers among the first three; of %d given 0.8 or more, %d right", found.count(true), found.size, sure.size, sure.count(&:last))
  end

  # The full size, with its rate of wrong ones, is bench/matching.rb.
  def test_numbers_read_right_are_accepted_alone_and_others_fish_are_not
    accepted, wrongly, right = 0, 0, 0
    CandidatesTest.catches.each do |one, report|
      reading = Core::Tags::Reading.new(report[:numbers][0])
      next unless reading.complete?

      verdict = Core::Recaptures::Match.judge(report:, carrying: CandidatesTest.carrying(report[:numbers][0]), weighed: weigh(report, CandidatesTest.near(reading)), ours: true, told: false)
      right += 1 if report[:numbers][0] == one[:number]
      next unless verdict[:accepted]

      verdict[:fish][:number] == one[:number] ? accepted += 1 : wrongly += 1
    end

    assert_operator accepted, :>=, 0.93 * right, "#{accepted} of #{right}"
    assert_operator wrongly, :<=, 1
    puts format("matching: %d of %d numbers read right were accepted alone, %d wrong ones", accepted, right, wrongly)
  end

  def test_reasons_are_terms_with_words_and_what_cannot_be_is_no_candidate
    fish, told = CandidatesTest.catches.first
    report = told.merge(numbers: [fish[:number]], species_code: fish[:species_code] == "turbot" ? "cod" : "turbot", caught_on: fish[:released_on] + 10, lat_deg: 60.0, lon_deg: -21.0,
                        length: nil)
    one = weigh(report, [fish])[:ranked].first

    assert_equal(%w[number fate species place], one.terms.map { |term| term[:name] })
    assert_match(/farther than a fish goes/, one.terms.last[:words])
    assert_in_delta one.log, one.terms.sum { |term| term[:log] }, 1e-9
    twin = weigh(report, [fish, fish.merge(number: "ZZ999999")])

    assert_equal [[fish[:number]], one.share], [twin[:ranked].map(&:number), twin[:ranked][0].share], "two tags on a fish are one candidate"
    assert_empty weigh(report.merge(caught_on: fish[:released_on] - 1), [fish])[:ranked]
  end
end
