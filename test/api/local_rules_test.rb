# frozen_string_literal: true

require_relative "../support/api_case"

# What a cooperative knows of its own place: the species that are caught there and what people call
# them, the law of gear, and a member's own stricter seconds.
class LocalRulesTest < ApiCase
  def setup
    super
    sign_in("hamish@marrow.example")
  end

  def plan(**changes)
    ready = ask("/api/ready?on=2026-11-25")
    { **ready["plan"], **changes.transform_keys(&:to_s) }
  end

  def outlook(plan)
    send_json(:put, "/api/trips/#{SecureRandom.uuid}/plan", { held_on: "2026-11-25", plan: })
    answer.fetch("outlook", answer)
  end

  def test_a_species_off_the_list_comes_last_and_is_found_by_what_people_call_it
    first = ask("/api/species")["species"].first["code"]
    send_json(:put, "/api/species/#{first}", { is_local: false, nicknames: ["Marrow silver"] })

    assert_predicate last_response, :ok?, last_response.body
    last = ask("/api/species")["species"].last

    assert_equal [first, ["Marrow silver"], false],
      last.values_at("code", "nicknames", "is_local")
    assert_equal first, store.species.likeliest_first("cutter_ledge", month: 6).last.code
    names = Core::Imports::Known.new(
      species: store.species.all, spots: [], members: [], series: [], today: Date.new(2026, 11, 25)
    )

    assert_equal [first, :sure], names.find(:species, "marrow silver")
    row = Core::Trips::PaperSheet.read(
      rows: [Core::Trips::PaperSheet::COLUMNS.to_h { |column| [column, ""] }.merge(
        species: "marrow silv"
      )],
      species: ask("/api/species")["species"].map { |kind| kind.transform_keys(&:to_sym) },
      first_number: "MS000001"
    ).first

    assert_equal last["common_name"], row[:shown][:species]
  end

  def test_the_law_of_gear_stops_a_plan_until_it_is_changed
    law = {
      barbless: true, no_treble: false, barred_bait: [], hoop_least_mm: nil, hoop_most_mm: nil,
      note: nil, authority: "Marrow Sound authority", checked_on: "2026-11-20", link: nil
    }
    water = store.waters.spot("cutter_ledge").water_code
    send_json(:put, "/api/waters/#{water}/gear-law", law)

    assert_predicate last_response, :ok?, last_response.body
    assert_equal([water], answer["gear"].map { |entry| entry["water_code"] })
    broken = outlook(plan(spot_code: "cutter_ledge", barbs: "barbed"))["mend"]

    assert_equal 1, broken.grep(/The law here wants no barbs/).size
    kept = outlook(plan(spot_code: "cutter_ledge", barbs: "flattened"))["mend"]

    refute(kept.any? { |line| line.include?("The law here") })
    send_json(:put, "/api/waters/#{water}/gear-law", { **law, checked_on: "2027-01-01" })

    assert_equal 422, last_response.status
    assert_equal 1, db[:changes].where(record: "gear_law").count
  end

  def test_own_seconds_come_with_the_card_and_never_exceed_the_house
    sign_in
    send_json(:put, "/api/house-rules/own", { choices: { air_percent: 60 } })

    assert_equal 60, answer.dig("own", "air_percent")
    rules = Acts::MemberRules.of(store:, member: store.members.find(@isolde[:id]))

    assert_equal 12, rules.air_base_seconds(:ordinary)
    send_json(:put, "/api/house-rules/own", { choices: { air_percent: 40 } })

    assert_equal 422, last_response.status
  end
end
