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

# Reports whose truth is known, over the fish of a simulated cooperative: who is found, and do shares come true.
class CandidatesTest < Minitest::Test
  SPECIES = Store::Species.new(TestDatabase.unit).all.to_h { |one| [one.code, one] }
  RELEASES = 1500
  # Of the reports, so many are of a tag that no fish of ours carries.
  STRANGERS = 0.15

  def lives
    @lives ||= Demo::Simulation.new(species: SPECIES, today: Date.new(2026, 11, 1), releases: RELEASES, seed: 8).each_life.with_index.map do |life, index|
      release = life[:release]
      { number: format("MS%06d", index + 1), fish_id: index, species_code: life[:species].code, state: "at_large", released_on: release.date, lat_deg: release.lat_deg,
        lon_deg: release.lon_deg,
        length: Core::Fish::Length.new(mm: release.length_mm, kind: life[:species].length_kind, how: release.how), again: life[:again].first }
    end
  end

  def report_of(life, rng)
    caught = life[:again]
    { numbers: [Demo::Damage.of(life[:number], rng)], species_code: rng.rand < 0.9 ? life[:species_code] : nil, caught_on: caught.date, lat_deg: caught.lat_deg, lon_deg: caught.lon_deg,
      length: Core::Fish::Length.new(mm: caught.length_mm, kind: SPECIES[life[:species_code]].length_kind, how: caught.how) }
  end

  def weigh(report, fish) = Core::Recaptures::Candidates.weigh(report:, candidates: fish, species: SPECIES)

  def test_the_true_fish_stands_among_the_first_three_and_shares_come_true
    rng = Random.new(21)
    found, told = [], []
    lives.select { |life| life[:again] }.each do |life|
      fish = rng.rand < STRANGERS ? lives - [life] : lives
      near = Core::Tags::Reading.new((report = report_of(life, rng))[:numbers][0]).neighbours(prefix: "MS", digits: 6)
      ranked = weigh(report, near ? fish.select { |one| near.include?(one[:number]) } : fish)[:ranked]
      found << ranked.first(3).any? { |one| one.number == life[:number] } if fish.size == lives.size
      ranked.each { |one| told << [one.share, one.number == life[:number]] }
    end
    sure = told.select { |share, _| share >= 0.8 }

    assert_operator found.count(true), :>=, 0.9 * found.size, "#{found.count(true)} of #{found.size}"
    assert_operator sure.count(&:last), :>=, 0.8 * sure.size, "#{sure.count(&:last)} of #{sure.size} that were given 0.8 or more"
    puts format("matching: %d of %d among the first three; of %d given 0.8 or more, %d right", found.count(true), found.size, sure.size, sure.count(&:last))
  end

  def test_reasons_are_terms_with_words_and_what_cannot_be_is_no_candidate
    life = lives.find { |one| one[:again] }
    report = { numbers: [life[:number]], species_code: "turbot", caught_on: life[:released_on] + 10, lat_deg: 60.0, lon_deg: -21.0, length: nil }
    one = weigh(report, [life])[:ranked].first

    assert_equal(%w[number fate species place], one.terms.map { |term| term[:name] })
    assert_match(/farther than a fish goes/, one.terms.last[:words])
    assert_in_delta one.log, one.terms.sum { |term| term[:log] }, 1e-9
    twin = weigh(report, [life, life.merge(number: "ZZ999999")])

    assert_equal [[life[:number]], one.share], [twin[:ranked].map(&:number), twin[:ranked][0].share], "two tags on a fish are one candidate"
    assert_empty weigh(report.merge(caught_on: life[:released_on] - 1), [life])[:ranked]
  end
end
