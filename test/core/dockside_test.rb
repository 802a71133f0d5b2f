# frozen_string_literal: true

require "pbt"
require_relative "../support/test_helper"
require_relative "../support/random_fish"

class PlacingTest < Minitest::Test
  START = Time.utc(2026, 6, 15, 18)

  # Whatever comes: every picture stands in one place, and none goes backwards.
  def test_no_photo_goes_to_two_fish_and_none_backwards
    Pbt.assert(num_runs: 60, seed: 3, verbose: false) do
      Pbt.property(
        Pbt.array(Pbt.integer(min: -4000, max: 8000), min: 1, max: 25),
        Pbt.integer(min: 0, max: 8)
      ) do |seconds, count|
        fish =
          Array.new(count) do |index|
            { id: index, from: START + (index * 500), to: START + (index * 500) + 90 }
          end
        photos =
          seconds.sort.map.with_index do |second, index|
            { id: "p#{index}", at: START + second, fish_id: nil }
          end
        placed = Core::Photo::Placing.assign(photos:, fish:)
        order = photos.filter_map { |photo| placed[photo[:id]][:fish_id] }
        raise "lost" if placed.keys.sort != photos.map { |photo| photo[:id] }.sort
        raise "backwards" if order != order.sort
        raise "not a share" unless placed.values.all? { |entry| entry[:sure].between?(0, 1) }
      end
    end
  end

  def test_a_picture_between_two_fish_is_less_sure_than_one_of_a_fish
    fish = [
      { id: "a", from: START, to: START + 60 },
      { id: "b", from: START + 160, to: START + 220 }
    ]
    photos =
      [START + 30, START + 108, START + 190].map.with_index do |place, index|
        { id: index, at: place, fish_id: nil }
      end
    placed = Core::Photo::Placing.assign(photos:, fish:)

    assert_equal(%w[a a b], [0, 1, 2].map { |id| placed[id][:fish_id] })
    assert_operator placed[1][:sure], :<, placed[0][:sure]
  end
end

class DocksideSumsTest < Minitest::Test
  def test_wilson_and_katz_vectors
    wilson = Core::Estimates::Rates.wilson(38, 412)
    katz = Core::Estimates::Rates.ratio(38, 412, 9, 203)

    assert_in_delta 0.06794, wilson[:low], 1e-5
    assert_in_delta 0.12406, wilson[:high], 1e-5
    [2.0804, 1.0260, 4.2182].zip(katz.values_at(:ratio, :low, :high))
      .each { |want, got| assert_in_delta want, got, 1e-3 }
    assert_nil Core::Estimates::Rates.ratio(4, 100, 9, 100)
  end

  def test_a_skipped_number_a_double_and_a_strangers_tag_are_found
    used =
      %w[MS000003 MS000004 MS000007 MT000001].map.with_index do |number, index|
        Core::Tags::Sum::Named.new(number, index, "applied")
      end
    sum =
      Core::Tags::Sum.of(
        used:,
        pouch: %w[MS000005 MS000006 MS000008 MT000009],
        read: [Core::Tags::Sum::Named.new("MS000003", 9)],
        owners: {
          "MS000004" => {
            holder_id: "other",
            name: "Rafe"
          },
          "MS000003" => {
            holder_id: "me",
            name: "Me"
          }
        },
        member_id: "me"
      )

    assert_equal %w[MS000005 MS000006], sum.gaps.map(&:number)
    assert_equal [["MS000003", [0, 9]]], sum.doubles.map(&:values)
    assert_equal %w[Rafe], sum.foreign.map(&:owner)
    refute_predicate sum, :even?
    assert_predicate sum.unexplained { |_part, numbers| numbers }, :even?
  end

  def test_a_track_places_a_fish_between_two_fixes_and_leaves_a_far_one_alone
    fixes =
      [0, 100, 2000].map do |second|
        { at: Time.at(second), lat_deg: 48.6 + (second / 10_000.0), lon_deg: -21.5 }
      end
    place = Core::Trips::Track.place_at(fixes, Time.at(25))

    assert_in_delta 48.6025, place[:lat_deg], 1e-9
    assert_in_delta 25, place[:gap_seconds], 1e-9
    assert_nil Core::Trips::Track.place_at(fixes, Time.at(1000))
  end

  def catch_of(month, air, hook: "j", place: "lip", parts: [])
    {
      caught_on: Date.new(2026, month, 3),
      longest_lift_seconds: air,
      air_seconds: air,
      fight_seconds: 30.0,
      handling_seconds: 90.0,
      one_lift_budget_seconds: 20.0,
      air_budget_seconds: 40.0,
      fight_budget_seconds: 45.0,
      hook_type: hook,
      hook_place: place,
      points: parts.sum { |part| part[:points] },
      parts:
    }
  end

  def test_own_handling_says_only_what_the_data_carry
    few = Core::Estimates::OwnHandling.new(Array.new(4) { catch_of(5, 10.0) }).to_h

    assert_equal [nil, []], [few[:times].first[:median], few[:sentences]]

    calm =
      Core::Estimates::OwnHandling.new(
        Array.new(30) { |index| catch_of(5 + (index % 2), 10.0 + (index % 3)) }
      ).to_h

    assert_equal [11.0, []], [calm[:times].first[:median], calm[:sentences]]
    worse =
      Array.new(20) do
        catch_of(6, 60.0, place: "gill", parts: [{ name: "air over the limit", points: 5 }])
      end +
      Array.new(40) do |index|
        catch_of(5, 10.0, hook: "circle", place: index < 6 ? "throat" : "lip")
      end
    answer = Core::Estimates::OwnHandling.new(worse).to_h[:sentences]

    assert_equal 3, answer.size
    assert_match(/100 of your 100 points, on 20 of 60/, answer[0])
    assert_match(/went over its limit on 20 of 60/, answer[1])
    assert_match(/With j hooks fish were hooked deep 6.7 times/, answer[2])
  end

  # 20 of 60 within a budget: Wilson's interval of 40 of 60 is 54 to 77 %, by hand.
  def test_how_often_a_budget_was_passed_is_told_with_its_interval
    catches = Array.new(20) { catch_of(6, 60.0) } + Array.new(40) { catch_of(5, 10.0) }
    sentences = Core::Estimates::OwnHandling.new(catches).to_h[:sentences]

    assert_match(/on 20 of 60 fish \(23 to 46 %\)/, sentences.grep(/over its limit/).first)
  end

  def test_a_difference_that_chance_makes_is_not_told
    hooks = lambda do |hook, deep|
      Array.new(30) { |index| catch_of(5, 10.0, hook:, place: index < deep ? "gill" : "lip") }
    end
    advise = lambda do |more|
      Core::Estimates::OwnHandling.new(hooks["j", more] + hooks["circle", 6]).to_h[:sentences]
        .grep(/hooked deep/)
    end

    assert_empty advise[10], "10 of 30 against 6 of 30"
    refute_empty advise[20]
  end
end

class RecordDoubtsTest < Minitest::Test
  SPECIES = RandomFish.species.find { |animal| animal.code == "seabass" }
  SOUND = Core::Records::Encounter.new(
    id: "e",
    kind: "tagged",
    fate: "released",
    species_code: "seabass",
    length_mm: 480,
    length_kind: "FL",
    length_how: "board",
    length_sd_mm: nil,
    weight_g: 1300,
    weight_how: "scale",
    tare_g: 200,
    caught_on: Date.new(2026, 6, 15),
    lat_deg: 48.61,
    lon_deg: -21.47,
    air_seconds: 14.0
  )
  BEFORE = Core::Recaptures::Catch.new(
    caught_on: Date.new(2026, 6, 14),
    lat_deg: 48.61,
    lon_deg: -21.47,
    length: Core::Fish::Length.new(mm: 478, kind: "FL", how: "board"),
    species_code: "seabass"
  )
  LAW =
    Core::Law::Entry.new(
      species_code: "seabass",
      min_mm: 420,
      max_mm: nil,
      length_kind: "FL",
      season: %w[04-01 10-31]
    )

  def until_day(day) = Core::People::Member.new(permit_expires_on: day)

  def codes(changes = {}, **around)
    data = {
      holders: {},
      catches: [BEFORE],
      law: LAW,
      member: until_day(Date.new(2026, 12, 31)),
      on_land: false
    }.merge(around)
    Core::Checks::Record.doubts(
      encounter: SOUND.with(**changes), put_numbers: %w[MS000001], species: SPECIES, **data
    ).map(&:code)
  end

  def test_a_sound_record_raises_no_doubt
    assert_empty codes
    assert_empty codes({ fate: "kept" })
  end

  def test_each_doubt_has_its_own_cause
    assert_equal %i[length_out_of_range weight_and_length], codes({ length_mm: 1480 }, catches: [])
    assert_equal [:weight_and_length], codes({ weight_g: 5000 })
    assert_includes codes({ length_kind: "TL" }), :other_length_kind
    assert_equal [:place_on_land], codes({}, on_land: true)
    assert_equal [:too_fast], codes({ lat_deg: 50.0 })
    assert_equal [:shrank], codes({ length_mm: 440, weight_g: nil })
    assert_equal [:two_species], codes({}, catches: [BEFORE.with(species_code: "cod")])
    assert_equal [:long_air], codes({ air_seconds: 301 })
    assert_equal [:no_tare], codes({ tare_g: nil })
    assert_equal [:law], codes({ fate: "kept", length_mm: 390, weight_g: nil }, catches: [])
    assert_equal [:law],
      codes({ fate: "kept" }, law: LAW.dup.tap { |law| law.season = %w[07-01 10-31] })
    assert_equal [:permit_expired], codes({}, member: until_day(Date.new(2026, 6, 1)))
    assert_equal [:tag_of_another], codes({}, holders: { "MS000001" => "Rafe Ollerton" })
  end

  # What is just still right raises nothing.
  def test_each_bound_is_on_the_side_of_the_record
    day = SOUND.caught_on

    assert_empty codes({}, member: until_day(day))
    assert_equal [:permit_expired], codes({}, member: until_day(day - 1))
    assert_empty codes({ kind: "untagged" }, member: until_day(day - 1)) -
      %i[tag_of_another]
    assert_empty codes({}, member: until_day(nil))
    assert_empty codes({ air_seconds: 300 })
    near = { fate: "kept", weight_g: nil }

    assert_equal [:law], codes({ **near, length_mm: 414 }, catches: [])
    assert_empty codes({ **near, length_mm: 415 }, catches: []), "within the board's error"
  end

  # Northwards along the meridian 111.2 km are one degree there.
  def test_how_fast_is_too_fast_is_told_in_kilometres_a_day
    fastest = Core::Checks::Record::FASTEST_KM_PER_DAY
    time = ->(km) { { lat_deg: 48.61 + (km / 111.21) } }

    assert_empty codes(time[fastest * 0.98])
    assert_equal [:too_fast], codes(time[fastest * 1.02])
    assert_empty codes(time[fastest * 1.96],
      catches: [BEFORE.with(caught_on: BEFORE.caught_on - 1)])
  end
end
