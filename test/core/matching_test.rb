# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/random_fish"
require_relative "../../bench/support/told_reports"

# Who is found, and why.
class CandidatesTest < Minitest::Test
  SPECIES = RandomFish.species.to_h { |species| [species.code, species] }

  def weigh(report, fish)
    Core::Recaptures::Candidates.weigh(
      report:, candidates: fish, species: SPECIES, series: ToldReports::SERIES
    )
  end

  # Two digits that nobody could read leave a hundred fish; the photo tells which.
  def test_a_photo_says_which_of_many_fish_an_unread_number_is
    fish = (0..9).to_a.product((0..9).to_a).map do |tens, ones|
      { **one_fish, number: "MS0012#{tens}#{ones}", fish_id: (10 * tens) + ones }
    end
    report = { numbers: ["MS0012??"], species_code: "seabass", caught_on: Date.new(2026, 6, 1) }
    looks = ["MS001234"] * 3
    lines = looks.map { |text| text.chars.map { |character| [character, 0.9] } }
    seen = Core::Tags::SeenNumber.new(lines, series: [
      Core::Tags::Series.new(prefix: "MS", digits: 6, first_serial: 1, last_serial: 8000)
    ]).offer.digits
    without, with = weigh(report, fish), weigh({ **report, seen: }, fish)

    assert_operator without.best.share, :<, 0.05
    assert_equal "MS001234", with.best.number
    assert_operator with.best.share, :>, 0.8
    assert_includes with.best.terms.map { |term| term[:words] }, "the photo reads MS001234"
  end

  def test_a_number_taken_from_the_photo_does_not_count_twice
    digits = "1234".chars.map { |digit| { digit => 0.97 } }
    seen = Core::Tags::SeenDigits.new(prefix: "MS00", places: digits)
    fish = [{ **one_fish, number: "MS001234" }]
    report = { numbers: ["ms 1234"], species_code: "seabass", caught_on: Date.new(2026, 6, 1) }

    assert_equal weigh(report, fish).best.log, weigh({ **report, seen: }, fish).best.log
    other = { **report, numbers: ["MS00123?"] }

    assert_operator weigh({ **other, seen: }, fish).best.log, :>, weigh(other, fish).best.log
  end

  def one_fish
    {
      number: "MS000123",
      fish_id: 1,
      species_code: "seabass",
      released_on: Date.new(2026, 5, 1),
      ended_on: nil,
      lat_deg: 48.6,
      lon_deg: -21.4,
      length_mm: 420,
      length_kind: "FL",
      length_how: "board"
    }
  end

  def report(**more)
    {
      numbers: ["MS000123"],
      species_code: "seabass",
      caught_on: Date.new(2026, 8, 9),
      lat_deg: 48.61,
      lon_deg: -21.4,
      length: nil,
      **more
    }
  end

  # Close to the limit the way is measured on the ellipsoid: a minute of latitude there is 1,853 m.
  def test_a_fish_goes_as_far_as_its_days_allow_and_no_farther
    fish = one_fish
    limit_km = 5 + (20 * 3)
    words = [0.98, 1.02].map do |share|
      north = limit_km * share / (60 * 1.8532)
      place = { lat_deg: fish[:lat_deg] + north, caught_on: fish[:released_on] + 3 }
      weigh(report(**place), [fish]).best.terms.last[:words]
    end

    assert_equal ["64 km in 3 days", "66 km in 3 days is farther than a fish moves"], words
  end

  def test_reasons_are_terms_with_words_and_what_cannot_be_is_no_candidate
    fish = one_fish
    entry =
      weigh(
        report(species_code: "turbot", lat_deg: 60.0, caught_on: fish[:released_on] + 10),
        [fish]
      )[
        :ranked
      ].first

    assert_equal(%w[number fate species place], entry.terms.map { |term| term[:name] })
    assert_match(/farther than a fish moves/, entry.terms.last[:words])
    assert_in_delta entry.log, entry.terms.sum { |term| term[:log] }, 1e-9
    twin = weigh(report, [fish, fish.merge(number: "ZZ999999")])

    assert_equal ["MS000123"], twin.ranked.map(&:number), "two tags on a fish are one candidate"
    assert_empty weigh(report(caught_on: fish[:released_on] - 1), [fish]).ranked
  end

  # The whole log weight of a plain number of a plain fish, put together by hand.
  def test_terms_are_the_weights_by_name
    terms = weigh(report(lat_deg: nil), [one_fish]).best.terms.to_h do |term|
      [term[:name], term]
    end

    assert_equal ["the same species", 0.0], terms["species"].to_h.values_at(:words, :log)
    other = weigh(report(lat_deg: nil, species_code: "turbot"), [one_fish]).best
    alike = weigh(report(lat_deg: nil, species_code: "thick_lipped_mullet"), [one_fish]).ranked
    unsaid = weigh(report(lat_deg: nil, species_code: nil), [one_fish]).best
    same = weigh(report(lat_deg: nil), [one_fish]).best

    assert_operator same.log, :>, alike.first.log
    assert_operator alike.first.log, :>, other.log
    assert_in_delta same.log, unsaid.log, 1e-9, "silence says nothing"
  end

  # A day between two bounds: what may have been after the release is a candidate, and nothing else.
  def test_a_span_of_days_counts_while_any_of_it_can_be
    released = one_fish[:released_on]
    span = lambda { |from, to|
      weigh(report(caught_from: released + from, caught_on: released + to),
        [one_fish]).ranked.size
    }

    assert_equal [0, 1, 1, 1], [span[-20, -1], span[-20, 0], span[-20, 30], span[5, 30]]
  end

  # Two numbers on one fish: the second is another of its own, or one that nobody wrote down.
  def test_a_second_number_that_nobody_wrote_down_costs_its_weight
    fish = one_fish
    both = [fish, fish.merge(number: "MS000124")]
    entry = weigh(report, [fish]).best.log
    two = weigh(report(numbers: %w[MS000123 MS000124]), both).best.log
    unknown = weigh(report(numbers: %w[MS000123 MS000999]), [fish]).best.log

    assert_in_delta Math.log(0.05), unknown - entry, 1e-9
    assert_operator two, :>, unknown
  end

  # East by east and north by north, as far as a map of some kilometres is flat.
  def test_how_far_a_fish_was_is_measured_on_the_ground
    answer = report(numbers: %w[MS000123], lat_deg: 48.7, lon_deg: -21.1)
    far = Core::Recaptures::Candidates.new(
      report: answer, candidates: [one_fish], species: SPECIES, series: ToldReports::SERIES
    ).features.last[:km]
    ground = Core::Geography::Geodesic.distance_m(48.6, -21.4, 48.7, -21.1) / 1000

    assert_in_delta ground, far, 0.01 * ground
  end

  # Which fish were kept is asked of each fish once.
  def test_nobody_is_asked_about_a_fish_twice
    asked = []
    Core::Recaptures::Candidates.weigh(
      report: report(numbers: ["MS00012?"]), series: ToldReports::SERIES, species: SPECIES,
      candidates: (0..9).map do |digit|
        one_fish.merge(number: "MS00012#{digit}", fish_id: digit + 1)
      end,
      kept: ->(ids) { asked.concat(ids) && [] }
    )

    assert_equal asked.uniq, asked
  end

  # A full density: a length that fits speaks for a fish, none is weighed as any, one that was
  # mistyped does not sink it.
  def test_a_length_speaks_for_and_against_and_silence_for_nothing
    length = ->(mm) { Core::Fish::Length.new(mm:, kind: "FL", how: "tape") }
    log = lambda do |fish, known_fish|
      weigh(report(length: known_fish && length.call(known_fish)), [fish]).best.log
    end
    fish = one_fish

    assert_operator log[fish, 440], :>, log[fish, nil]
    assert_operator log[fish, 700], :<, log[fish, nil]
    assert_operator log[fish, 5000], :>, log[fish, nil] - 8
    assert_in_delta log[fish, nil], log[fish.merge(length_mm: nil), 440], 1e-9
  end

  # Measuring errs by 8 mm, growth of 120 mm spreads by 0.27 of it: together 33.4 mm.
  def test_the_density_of_a_length_by_hand
    log = lambda { |off|
      Core::Recaptures::Candidates.length_log([off, 64.0, 120.0], spread: 0.27, wrong: -9.0)
    }

    assert_in_delta 1.970, log[0], 0.001
    assert_in_delta 1.470, log[33.4], 0.001
    assert_in_delta(-9.0, log[900])
  end

  # Near the number first; where nothing near is likely, one slip farther, and no more.
  def test_what_is_not_near_is_looked_for_one_slip_farther
    asked = []
    look = lambda do |read, slips|
      asked.clear
      Core::Recaptures::Candidates.search(
        report: report(numbers: [read]), series: ToldReports::SERIES, slips:
      ) { |within| asked << within and { candidates: [one_fish], species: SPECIES } }
      asked.dup
    end

    assert_equal [2], look["MS000123", 2]
    assert_equal [2, 3], look["MS999999", 2]
    assert_equal [1], look["MS999999", 1]
  end

  # The density over all lengths is one whole, so that it may be held against others. Oracle:
  # numerical integration.
  def test_the_density_of_lengths_adds_up_to_one
    wide =
      (-4000..4000).sum do |off|
        Math.exp(
          Core::Recaptures::Candidates.length_log([off, 64.0, 120.0], spread: 0.27, wrong: -99)
        )
      end

    assert_in_delta Core::Recaptures::Candidates::BROAD_MM, wide, 0.5
  end

  # And so over all places within reach of a kernel. Oracle: rings of half a kilometre.
  def test_the_density_of_places_adds_up_to_its_share
    near = (0...400).sum do |ring|
      km = (ring * 0.5) + 0.25
      area = 2 * Math::PI * km * 0.5
      (
        Math.exp(Core::Recaptures::Candidates.place_log(km, near_share: 0.97, near_km: 5.8)) - 0.03
      ) * area
    end

    assert_in_delta 0.97 * Core::Recaptures::Candidates::BROAD_KM2, near, 10
  end

  def test_a_day_that_nobody_knows_widens_what_is_expected
    length = Core::Fish::Length.new(mm: 430, kind: "FL", how: "tape")
    known = weigh(report(length:, caught_on: Date.new(2029, 5, 1)), [one_fish]).best
    span =
      weigh(report(length:, caught_on: Date.new(2029, 5, 1), caught_from: nil), [one_fish])[
        :ranked
      ].first

    assert_operator span.log, :>, known.log, "so small a fish fits a catch soon after it was tagged"
  end

  def test_a_tag_that_came_off_is_a_doubt_afterwards_and_one_that_was_lost_is_a_candidate
    off = one_fish.merge(ended_on: Date.new(2026, 7, 1))
    words = lambda do |fish, **more|
      weigh(report(**more), [fish]).best.terms.find { |term| term[:name] == "fate" }[
        :words
      ]
    end

    assert_equal "this tag had come off on 1 July 2026", words[off]
    assert_equal "carried it until 1 July 2026", words[off, caught_on: Date.new(2026, 6, 1)]
    lost = { number: "MS000123", fish_id: nil, holder: "Isolde Brannock", state: "lost" }

    assert_equal "issued to Isolde Brannock, who reported it lost, not reported as used yet",
      words[lost]
  end
end
