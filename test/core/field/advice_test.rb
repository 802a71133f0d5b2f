# frozen_string_literal: true

require_relative "../../support/field_helper"

class AdviceTest < Minitest::Test
  Advice = Core::Handling::Advice
  WAY = %w[fish_on in_net lifted back_in_water].freeze

  # In the stage that is named, tagged where a tag may go in.
  def lines(stage, animal = Fish::BASS, rules: Core::Protocol::HouseRules.default, tag: true,
    **seen)
    acts = stage == "start" ? [] : WAY[0..WAY.index(stage)]
    situation =
      Fish.situation(animal, rules:, taps: Fish.taps(*acts), now_ms: 4000, water_temp_c: 12, **seen)
    air_budget = Core::Handling::AirBudget.for(situation)
    tagging =
      Core::Handling::TagDecision.advise(
        situation,
        score: Core::Handling::Caution.score(situation),
        air_budget:,
        tagger: Core::Handling::TagDecision::Tagger.new(tag_in_hand: tag)
      )
    Advice.lines(situation, tagging:)
  end

  def keys(...) = lines(...).map(&:key)

  def test_every_stage_has_something_to_say_and_the_most_urgent_first
    [Fish::BASS, Fish::TROUT, Fish::SHARK, Fish::STURGEON, Fish::DEEP].each do |animal|
      ["start", *WAY].each do |stage|
        assert_includes 1..Advice::MOST_LINES, lines(stage, animal).size, "#{animal.code} #{stage}"
      end
    end

    assert_equal %i[barbs drag fight], keys("start").first(3)
    assert_equal %i[fight hold hazards], keys("fish_on").first(3), "before it is in reach"
    assert_equal %i[unhook hold keep_off], keys("in_net").first(3)
    assert_equal %i[hold keep_off surface], keys("lifted").first(3)
    assert_equal %i[revive water_flow tail], keys("back_in_water").first(3)
  end

  def test_danger_comes_first
    answer =
      keys(
        "lifted",
        Fish::DEEP,
        hook_place: "gill",
        bleeding: "heavy",
        pressure_signs: %w[swollen],
        depth_m: 40,
        water_temp_c: 25
      )

    assert_equal %i[heavy_bleeding gill no_lift], answer.first(3)
  end

  def test_the_lines_that_practitioners_insist_on
    assert_includes keys("in_net", Fish::TROUT, water_temp_c: 6), :chill
    refute_includes keys("in_net", Fish::TROUT, water_temp_c: 11), :chill
    assert_includes keys("in_net", Fish::TROUT), :fins
    refute_includes keys("in_net", removal: "in_water"), :unhook
    kept = Advice.lines(Fish.situation(taps: Fish.taps("in_net", "kept")))

    assert_equal [:dispatch], kept.map(&:key)
  end

  def test_a_tag_in_the_water_has_its_own_line_until_it_is_in
    warm = { water_temp_c: 17 }

    assert_equal %i[no_lift tag_in_water], keys("in_net", Fish::TROUT, **warm).first(2)
    refute_includes keys("in_net", Fish::TROUT, tag: false, **warm), :tag_in_water
    assert_includes keys("in_net", rules: Fish.rules(tag_place: :always_in_water)), :tag_in_water
    in_it = Fish.situation(Fish::TROUT, taps: Fish.taps("in_net", "tag_in"), now_ms: 4000, **warm)

    refute_includes Advice.lines(in_it, tagging: { advice: :tag, where: :water }).map(&:key),
      :tag_in_water
  end

  def test_a_line_goes_as_soon_as_its_fact_is_recorded
    swollen = { depth_m: 30, pressure_signs: %w[swollen] }

    assert_includes keys("in_net", Fish::DEEP, **swollen), :pressure
    refute_includes keys("in_net", Fish::DEEP, **swollen, handling: %w[sent_down]), :pressure
    assert_includes keys("start", water_temp_c: 30), :no_lift, "before the first cast"
    assert_includes keys("lifted"), :surface
    refute_includes keys("lifted", water_temp_c: 30), :surface, "not measured out of the water"
    antiseptic = Fish.rules(wound: :antiseptic)

    refute_includes keys("lifted", rules: antiseptic), :wound
    assert_includes keys("lifted", rules: antiseptic, marks: %w[open_wound]), :wound
  end

  def test_how_water_flows_depends_on_what_the_angler_stands_on
    boat = Fish.situation(taps: Fish.taps("in_net", "lifted", "back_in_water"), platform: "boat")
    shore = Fish.situation(taps: Fish.taps("in_net", "lifted", "back_in_water"), platform: "shore")
    texts = [boat, shore].map do |place|
      Advice.all(place).find do |line|
        line.key == :water_flow
      end.text
    end

    assert_match(/slowly ahead/, texts[0])
    assert_match(/into the current/, texts[1])
  end

  def test_the_order_on_the_mat_leaves_out_a_tag_that_is_not_put_in_there
    assert_match(
      /: measure, tag, weigh, photo,/,
      lines("lifted").find { |line| line.key == :surface }.text
    )
    assert_match(
      /: measure, weigh, photo,/,
      lines("lifted", tag: false).find { |line| line.key == :surface }.text
    )
  end

  def test_a_stomach_out_without_depth_asks_for_no_descender
    out = { pressure_signs: %w[stomach_out], hook_place: "stomach" }

    assert_equal %i[deep_hook stomach], keys("in_net", Fish::DEEP, depth_m: 4, **out).first(2)
    assert_equal %i[deep_hook pressure stomach],
      keys("in_net", Fish::DEEP, depth_m: 40, **out).first(3)
    assert_match(
      /tuck it back/,
      lines("in_net", Fish::DEEP, rules: Fish.rules(stomach: :tuck), depth_m: 4, **out)[1].text
    )
    assert_match(
      /only trained, permitted people vent/,
      lines("in_net", Fish::DEEP, rules: Fish.rules(pressure: :vent), depth_m: 40, **out)[1].text
    )
  end

  def test_no_tool_is_named_that_the_house_does_not_use
    flathead = Fish.species(Fish::BASS, guild_key: "flat_headed_ambusher")
    held = lambda do |touch|
      lines("lifted", flathead, rules: Fish.rules(touch:)).find { |line| line.key == :hold }.text
    end

    assert_match(/wet glove/, held.call(:gloves_at_jaw))
    %i[bare_hands no_gloves].each { |touch| refute_match(/glove/, held.call(touch)) }
    assert_match(
      /in the cradle:/,
      lines("in_net", Fish::TROUT, rules: Fish.rules(net: :by_hand), water_temp_c: 17)[1].text
    )
  end

  def test_a_jaw_is_held_only_where_there_is_one
    jaw = Fish.rules(hold: :jaw)

    assert_match(/by the jaw while small/, lines("lifted", rules: jaw).first.text)
    assert_match(/belly or tail wrist/, lines("lifted", Fish::TROUT, rules: jaw).first.text)
    assert_match(
      /one behind the head/,
      lines(
        "lifted",
        Fish::SHARK,
        rules: Fish.rules(hold: :fin_roots),
        **Fish.measured(700, kind: "TL")
      ).first.text
    )
  end
end

class HouseRulesTest < Minitest::Test
  Rules = Core::Protocol::HouseRules

  def test_what_harms_is_never_a_house_rule_and_a_member_is_never_laxer
    [%i[stomach puncture], %i[pressure leave], %i[revive to_and_fro]].each do |question, school|
      assert_equal :never_allowed,
        assert_raises(Core::InvalidInput) {
          Rules.new(version: 2, choices: { question => { school: } })
        }.code
    end
    assert_equal :keep_wet, Rules.default.stricter({ air: "keep_wet" }).school(:air)
    assert_equal :laxer_than_house,
      assert_raises(Core::InvalidInput) { Rules.default.stricter({ air: "brief" }) }.code
    assert_equal :unknown_question,
      assert_raises(Core::InvalidInput) {
        Rules.new(version: 2, choices: { colour: { school: :green } })
      }.code
  end

  # A choice of one's own that the house has overtaken since falls back to the house's.
  def test_own_choices_stand_only_while_they_are_stricter
    own = { air: "balanced", wound: "none" }
    under = lambda do |**house|
      Rules.new(version: 3, choices: house.to_h { |key, school| [key, { school: }] }).with_own(
        own,
        own_version: 4
      )
    end

    assert_equal(
      [3, 4, :balanced],
      under
        .call(air: :brief)
        .then { |rules| [rules.version, rules.own_version, rules.school(:air)] }
    )
    assert_equal :keep_wet, under.call(air: :keep_wet).school(:air)
  end

  def test_a_guild_may_have_its_own_school
    rules =
      Rules.new(
        version: 2,
        choices: {
          air: {
            school: :brief,
            guilds: {
              trout_and_salmon: :keep_wet
            }
          }
        }
      )

    assert_equal [10, 30],
      [
        rules.air_base_seconds(:fragile, :trout_and_salmon),
        rules.air_base_seconds(:ordinary, :bass_like)
      ]
    assert_equal :surface_release, Rules.default.school(:net, :trout_and_salmon)
  end
end

# The door itself: a card as it comes over the wire, a record in hand, one answer.
class FieldTest < Minitest::Test
  CARD = {
    trip: {
      held_on: "2026-08-01",
      water_temp_c: 14.5,
      water_kind: "sea"
    },
    rules: {
      version: 3,
      own_version: 0,
      choices: {}
    },
    laws: [],
    trained_to_vent: false,
    authorisation: {
      verdict: "ok",
      text: ""
    },
    tagging_seconds: {
      fragile: 12.0
    },
    species: [Fish::BASS, Fish::TROUT, Fish::SHARK].map(&:to_h)
  }.freeze

  def field(**change) = Core::Doors::Deck.new(CARD.merge(change))

  def test_one_question_answers_everything_about_a_fish_in_hand
    answer =
      field.fish(
        {
          species_code: "bass",
          taps: Fish.taps("fish_on", ["in_net", 30_000], ["lifted", 60_000]),
          has_tag: true,
          hook_place: "lip"
        },
        now_ms: 64_000
      )

    assert_equal ["lifted", 60_000, true], answer.values_at(:stage, :since_ms, :out)
    assert_equal [20, 40, 0.0, 20],
      answer[:air].values_at(
        :one_lift_seconds, :total_seconds, :before_seconds, :this_lift_seconds
      )
    assert_equal ["cool water, 14.5 °C", :tag, :board, 0],
      [answer[:air][:reasons].last, *answer[:tagging].values_at(:advice, :where),
        answer[:score][:points]]
    assert_equal "back_in_water", answer[:next]
    assert_includes 3..Core::Handling::Advice::MOST_LINES, answer[:lines].size
    assert_equal "no law entered. Local rules decide", answer[:keep][:text]
  end

  # How long the last lift took decides how long it rests, whatever the first one took.
  def test_the_last_of_two_lifts_is_told
    answer = field.fish(
      {
        species_code: "bass",
        taps: Fish.taps(
          ["fish_on", 0], ["in_net", 30_000], ["lifted", 60_000], ["back_in_water", 64_000],
          ["lifted", 100_000], ["back_in_water", 110_000]
        )
      },
      now_ms: 111_000
    )

    assert_in_delta 10.0, answer[:air][:last_lift_seconds], 1e-9
    assert_in_delta 14.0, answer[:air][:before_seconds], 1e-9
  end

  # Deep in a lough the sinker is another one; a trip that does not tell is on the sea. Nothing is
  # said to be in hand that nobody took.
  def test_what_the_card_and_the_phone_do_not_tell
    deep = { species_code: "bass", depth_m: 40.0, weight_g: 3000 }
    lead = [nil, "sea", "fresh"].map do |water_kind|
      field(trip: CARD[:trip].merge(water_kind:)).fish(deep)[:descender][:lead_kg]
    end

    assert_equal [true, false], [lead[0] == lead[1], lead[1] == lead[2]]
    advice = [{}, { has_tag: false }, { has_tag: true }].map do |hand|
      field.fish({ species_code: "bass", **hand })[:tagging]
    end

    assert_equal [true, false], [advice[0] == advice[1], advice[1] == advice[2]]
  end

  def test_the_record_own_reading_comes_before_the_trips
    answer = ->(record) { field.fish({ species_code: "trout", has_tag: true, **record }) }

    assert_equal [10, :water],
      [answer.call({})[:air][:one_lift_seconds], answer.call({})[:tagging][:where]],
      "an own median of 12 s does not fit into 10"
    assert_equal(
      [0, true],
      answer.call({ water_temp_c: 16.0 })[:air].then do |air|
        [air[:one_lift_seconds], !air[:no_lift].nil?]
      end
    )
    assert_nil answer.call({ species_code: "hound" })[:descender]
  end

  def test_the_law_and_the_permit_on_the_card_count
    law = {
      species_code: "bass",
      min_mm: 420,
      length_kind: "FL",
      season: nil,
      in_water_only_mm: nil,
      max_mm: nil,
      bag_limit: nil,
      authority: "Office",
      checked_on: "2026-01-01"
    }
    answer =
      field(laws: [law], authorisation: { verdict: "stop", text: "" }).fish(
        { species_code: "bass", has_tag: true, **Fish.measured(400) },
        units: "imperial"
      )

    assert_equal ["under 16.5 " \
      "in: release it", ["you may not tag"]], [answer[:keep][:text], answer[:tagging][:reasons]]
  end

  # At the desk the fish's own day counts, so it does on the Deck: a trip that runs past midnight.
  def test_the_season_is_that_of_the_fish_own_day
    law = { species_code: "bass", min_mm: nil, length_kind: "FL", season: %w[07-01 08-01],
            in_water_only_mm: nil, max_mm: nil, bag_limit: nil, authority: "Office",
            checked_on: "2026-01-01" }
    keep = lambda do |caught_on|
      field(laws: [law]).fish({ species_code: "bass", caught_on:, **Fish.measured(500) })[:keep]
    end

    assert keep[nil][:may], "the trip's day is the last open one"
    assert_equal "the season is closed", keep["2026-08-02"][:text]
  end

  # As it is typed, digit by digit, in the person's own unit.
  def test_a_length_as_it_is_typed
    answer = lambda do |value, unit|
      field.fish(
        { species_code: "bass", has_tag: true, length: { value:, unit:, kind: "FL", how: "board" } }
      )[
        :tagging
      ][
        :reasons
      ]
    end

    assert_equal [[], ["it is shorter than 30.0 cm"], [], []],
      [
        answer.call(0.2, "cm"),
        answer.call(20.4, "cm"),
        answer.call(41.2, "cm"),
        answer.call(16.2, "in")
      ]
  end

  def test_notes_stand_beside_the_record
    notes = field.fish({ species_code: "bass", depth_m: 32, weight_g: 2400 })[:notes]

    assert_equal [
      "From 10 m injury is likely. Never push or puncture the stomach.",
      "Send it down with 0.63 kg of lead to at least 16 m, for a fish of about 2.4 kg."
    ],
      notes[:depth].first(2)
    bounds = [10, 9.9, 6, 5.9, nil].map do |depth_m|
      field.fish({ species_code: "bass", depth_m: })[:notes][:depth].first
    end

    assert_match(/From 10 m injury is likely/, bounds[0])
    bounds[1, 2].each { |text| assert_match(/From 6 m look for signs of pressure/, text) }
    bounds.last(2).each do |text|
      assert_equal "Take care from 6 m. From 10 m injury would be likely.", text
    end
    assert_match(
      /no swim bladder/,
      field.fish({ species_code: "hound" })[:notes][:depth].first
    )
  end

  def test_what_cannot_be_is_said
    assert_match(/cannot come right after/, field.wrong_taps(Fish.taps("lifted", "lifted")))
    assert_nil field.wrong_taps(Fish.taps("fish_on", "lifted"))
    assert_equal :unknown_species,
      assert_raises(Core::InvalidInput) { field.fish({ species_code: "whale" }) }.code
  end
end
