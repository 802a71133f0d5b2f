# frozen_string_literal: true

require_relative "../support/api_case"

# Another cooperative, of another shape: a lake in the southern hemisphere, half a day ahead of the
# server, its own tags. Nothing of the sound is in its way.
class SecondProgrammeTest < ApiCase
  # A ring around the lake's shore is the land, the lake lies in it.
  LAKE = {
    "type" => "FeatureCollection",
    "features" => [
      ["land", nil, [[171.0, -45.0], [172.0, -45.0], [172.0, -44.0], [171.0, -44.0]]],
      ["lough", "Lake Tussock", [[171.3, -44.7], [171.7, -44.7], [171.7, -44.3], [171.3, -44.3]]]
    ].map do |kind, name, ring|
      {
        "type" => "Feature",
        "properties" => { "kind" => kind, "name" => name }.compact,
        "geometry" => { "type" => "Polygon", "coordinates" => [[*ring, ring.first]] }
      }
    end + [
      {
        "type" => "Feature",
        "properties" => { "kind" => "place", "name" => "Willow Jetty" },
        "geometry" => { "type" => "Point", "coordinates" => [171.5, -44.5] }
      }
    ]
  }.freeze
  PLACE = { lat_deg: -44.5, lon_deg: 171.5 }.freeze
  ZONE = "Pacific/Kiritimati"

  def setup
    super
    Acts::SetUpProgramme.call(store:, setup: {
      name: "Lake Tussock Anglers", contact: "lake@tussock.example",
      sender: "Tussock <letters@tussock.example>", time_zone: ZONE,
      coordinator: "Ada Pell", email: "ada@tussock.example", geojson: LAKE
    })
    series = db[:tag_series].insert(prefix: "TUS", digits: 4, first_serial: 1, last_serial: 9999)
    db[:tags].insert(
      number: "TUS0001", series_id: series, serial: 1, state: "in_pouch", holder_id: @isolde[:id]
    )
    sign_in
  end

  def test_its_name_its_waters_and_its_numbers_are_its_own
    session = ask("/api/session")["programme"]

    assert_equal ["Lake Tussock Anglers", "TUS0000"], session.values_at("name", "tag_example")
    sign_in("hamish@marrow.example")

    assert_equal [%w[lake_tussock fresh]],
      ask("/api/waters")["waters"].map { |water| water.values_at("code", "kind") } - OTHERS
  end

  OTHERS = [%w[lough_immer fresh], %w[marrow_sound sea]].freeze

  def test_its_day_begins_where_it_is
    noon = Time.utc(2026, 1, 15, 12)

    assert_equal Date.new(2026, 1, 16), store.programme.day(noon), "14 hours ahead of the server"
    answer = Acts::Context.new(store:, now: noon).today

    assert_equal Date.new(2026, 1, 16), answer
  end

  def test_a_zone_that_nobody_knows_is_refused_with_what_to_write
    sign_in("hamish@marrow.example")
    sent = { name: "Lake Tussock Anglers", contact: nil, time_zone: "Tussock/Lake" }
    refused = send_json(:put, "/api/programme", sent)

    assert_equal [422, "unknown_zone"], [last_response.status, refused["code"]]
    assert_match(%r{Region/City}, refused["fields"]["time_zone"])
  end

  # Planned, tagged, told by a stranger and looked at, on the day that it is there.
  def test_a_fish_is_tagged_in_the_lake_and_comes_back
    today = store.programme.day(Time.now)
    trip = planned(today)
    number = store.custody.example.sub(/0\z/, "1")
    start = Time.now - 600
    put_encounter(
      Seeds.encounter(
        trip, number:, start:, place: PLACE, species_code: "sea_trout", utc_offset_minutes: 840
      )
    )

    assert_predicate last_response, :ok?, last_response.body
    assert_equal today, db[:encounters].where(trip_id: trip).get(:caught_on)

    answer = put_report(
      Seeds.report(
        number_as_read: number, species_code: "sea_trout", caught_on: today, place: PLACE,
        length: { value: 41, unit: "cm", kind: "FL", how: "tape" }
      )
    )

    assert_equal "matched", answer["state"], answer.inspect
    story = ask("/api/stories/#{answer['story_key']}")

    assert_equal ["Willow Jetty", [number], today.iso8601],
      story["catches"].first.values_at("place_name", "tag_numbers", "caught_on")
  end

  def planned(day)
    plan = ask("/api/ready?on=#{day}")["plan"]
    id = SecureRandom.uuid
    send_json(
      :put, "/api/trips/#{id}/plan",
      {
        held_on: day.iso8601,
        plan: plan.merge("spot_code" => "willow_jetty", "species_codes" => ["sea_trout"])
      }
    )

    assert_predicate last_response, :ok?, last_response.body
    id
  end
end
