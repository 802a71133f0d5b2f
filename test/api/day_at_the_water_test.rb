# frozen_string_literal: true

require_relative "../support/api_case"

# Trips by the clock, cards ahead, what the law and the permit need, and what ashore follows from a
# value.
class DayAtTheWaterTest < ApiCase
  TODAY = Date.today

  def setup
    super
    sign_in
  end

  def plan(**changes)
    ask("/api/ready?on=#{TODAY}")["plan"].merge(
      "spot_code" => "cutter_ledge",
      "species_codes" => ["seabass"]
    ).merge(changes.transform_keys(&:to_s))
  end

  def planned(held_on: TODAY, **changes)
    id = SecureRandom.uuid
    send_json(:put, "/api/trips/#{id}/plan", { held_on:, plan: plan(**changes) })

    assert_predicate last_response, :ok?, last_response.body
    id
  end

  def as(email)
    send_json(:post, "/auth/logout")
    sign_in(email)
  end

  def test_a_night_goes_on_after_midnight_and_ends_on_the_next_day_in_the_calendar
    night = planned(held_on: TODAY - 1, from_hour: 22, to_hour: 4)

    assert_equal night, ask("/api/deck?on=#{TODAY}").dig("card", "trip", "id")
    coming = planned(held_on: TODAY + 2, from_hour: 22, to_hour: 4)
    get("/api/trips.ics")
    event = last_response.body.split("BEGIN:VEVENT").find { |entry| entry.include?(coming) }

    assert_includes event, "DTSTART:#{(TODAY + 2).strftime('%Y%m%d')}T220000"
    assert_includes event, "DTEND:#{(TODAY + 3).strftime('%Y%m%d')}T040000"
  end

  def test_a_day_trip_of_yesterday_is_over
    planned(held_on: TODAY - 1, from_hour: 7, to_hour: 12)

    assert_nil ask("/api/deck?on=#{TODAY}")["card"]
  end

  def test_coming_cards_are_offered_and_taken_ahead_and_other_peoples_are_not
    tomorrow = planned(held_on: TODAY + 1)
    foreign = Seeds.trip(db, @hamish, held_on: TODAY + 1)

    assert_equal([tomorrow], ask("/api/deck?on=#{TODAY}")["trips"].map { |trip| trip["id"] })
    assert_equal tomorrow,
      ask("/api/deck?on=#{TODAY + 1}&trip=#{tomorrow}").dig("card", "trip", "id")
    ask("/api/deck?on=#{TODAY}&trip=#{foreign}")

    assert_equal 404, last_response.status
  end

  def test_an_empty_trip_is_taken_back_and_one_with_a_fish_is_not
    empty, used = Array.new(2) { planned }
    send_json(:delete, "/api/trips/#{empty}")

    assert_predicate last_response, :ok?
    put_encounter(Seeds.encounter(used))
    send_json(:delete, "/api/trips/#{used}")

    assert_equal [409, "trip_has_records"], [last_response.status, answer["code"]]
    send_json(
      :put,
      "/api/trips/#{used}/plan",
      { held_on: TODAY, plan: plan(spot_code: "harrow_point") }
    )

    assert_equal "fish_at_the_spot", answer["code"], "a trip with fish keeps its spot"
    assert_equal [used], db[:trips].where(member_id: @isolde[:id]).select_map(:id)
  end

  def test_another_spot_of_the_same_trip_is_the_fishs_own
    trip = planned
    put_encounter(Seeds.encounter(trip, spot_code: "harrow_point"))
    put_encounter(Seeds.encounter(trip, number: "MS000002", start: Seeds::NOW - 600))

    assert_equal %w[harrow_point cutter_ledge],
      db[:encounters].order(:caught_at).select_map(:spot_code)
    put_encounter(Seeds.encounter(trip, number: "MS000003", spot_code: "atlantis"))

    assert_equal [422, ["spot_code"]], [last_response.status, answer["fields"].keys]
  end

  def test_a_closed_season_holds_the_trip_and_what_must_be_mended_stands_first
    first, last = [40, 41].map { |days| (TODAY + days).strftime("%m-%d") }
    Seeds.law(db, species_code: "seabass", season_first: first, season_last: last)
    answer =
      send_json(
        :put,
        "/api/trips/#{SecureRandom.uuid}/plan",
        { held_on: TODAY, plan: plan(surface_temp_c: 10) }
      )

    assert_equal "stop", answer["verdicts"].first["verdict"]
    assert_match(
      /season for European seabass is closed/,
      answer["verdicts"].first["findings"].first["text"]
    )
    assert_match(
      /#{(TODAY + 40).strftime('Open %-d %B to ')}/,
      answer["law"].first["finding"]["text"]
    )
    assert_match(/not in your locker/, answer["mend"].join(" "))
  end

  def test_sun_frost_and_still_water_say_something
    texts = lambda do |**weather|
      send_json(
        :put,
        "/api/trips/#{SecureRandom.uuid}/plan",
        { held_on: TODAY, plan: plan(**weather) }
      )[
        "tackle"
      ].map { |entry| entry["key"] }
    end

    assert_empty %w[sun frost still] & texts.call(sun: false, air_temp_c: 12, current: "flow")
    assert_equal %w[sun still],
      texts.call(sun: true, air_temp_c: 12, current: "still") & %w[sun frost still]
    assert_equal %w[frost sun],
      texts.call(sun: true, air_temp_c: -1, current: "flow") & %w[sun frost still]
  end

  def test_tags_go_only_to_who_may_tag
    db[:members].where(id: @isolde[:id]).update(permit_expires_on: TODAY - 1)
    refused = assert_raises(Core::Conflict) do
      Acts::IssueTags.call(
        Acts::Context.new(store:, now: Time.now),
        by: @hamish,
        batch_id: 0,
        member_id: @isolde[:id],
        count: 5
      )
    end

    assert_equal "Isolde Brannock has a permit that ended on #{Core::Units.day_text(TODAY - 1)}. " \
      "Renew that at Members first, then issue the tags.",
      refused.message
  end

  def test_the_net_weight_follows_the_sling_that_is_told_later
    put_encounter(
      Seeds.encounter(planned, weight_g: 1500, weight_how: "scale", tare_g: nil),
      id: id = SecureRandom.uuid
    )
    send_json(:patch, "/api/encounters/#{id}", { changes: { tare_g: 1600 } })

    assert_equal "tare_above_gross", answer["code"]
    send_json(:patch, "/api/encounters/#{id}", { changes: { tare_g: 120 } })

    assert_equal [1380, 120], db[:encounters].where(id:).get(%i[weight_g tare_g])
    send_json(:patch, "/api/encounters/#{id}", { changes: { tare_g: 130 } })

    assert_equal 1380, db[:encounters].where(id:).get(:weight_g), "it was net already"
  end

  def test_a_lost_tag_is_found_again
    trip = planned
    settle = ->(act) { send_json(:post, "/api/trips/#{trip}/tags", { number: "MS000002", act: }) }
    settle.call("lost")
    settle.call("found")

    assert_equal "in_pouch", db[:tags].where(number: "MS000002").get(:state)
    settle.call("found")

    assert_equal 422, last_response.status
  end

  def test_units_the_crews_code_and_the_coordinators_list_of_trips
    send_json(:put, "/api/me/reading", { units: "imperial" })

    assert_equal "imperial", ask("/api/session").dig("member", "units")
    trip = planned
    get("/api/trips/#{trip}/crew.svg")

    assert_match(/<svg/, last_response.body)
    ask("/api/trips?whose=all")

    assert_equal 403, last_response.status
    as("hamish@marrow.example")
    answer = ask("/api/trips?whose=all&state=open&search=cutter")["trips"]

    assert_equal([[trip, "Isolde Brannock"]], answer.map do |entry|
      entry.values_at("id", "member_name")
    end)
    assert_empty ask("/api/trips?whose=all&search=%25")["trips"],
      "a percent sign is looked for as one"
  end

  def test_a_day_that_no_year_has_is_no_season
    as("hamish@marrow.example")
    law = {
      species_code: "cod",
      water_code: "marrow_sound",
      min_mm: 500,
      max_mm: nil,
      length_kind: "TL",
      season_first: "04-31",
      season_last: "11-30",
      bag_limit: 3,
      in_water_only_mm: nil,
      authority: "Marrow Sound Fisheries Board",
      checked_on: TODAY.iso8601,
      link: nil
    }
    send_json(:post, "/api/laws", law)

    assert_equal ["There is no day 04-31 in a year. Write month and day, as 04-30."],
      answer["fields"].values
  end
end
