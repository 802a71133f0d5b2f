# frozen_string_literal: true

require_relative "../support/api_case"

# Whatever is sent, the answer is a sentence about a field, and the database is as before.
class BadInputTest < ApiCase
  START = Time.at((Time.now - 3600).to_i).utc
  FUTURE = Time.now.utc + 86_400
  TAPS = [{ act: "fish_on", at: START }].freeze
  LENGTH = { value: 412, unit: "mm", kind: "FL", how: "board" }.freeze

  # name => [what changes in a good encounter, the field that must be named]
  ENCOUNTERS = {
    "unknown tag" => [{ tag_numbers: ["MS999999"] }, "tag_numbers"],
    "tag of other digits" => [{ tag_numbers: ["XS0001"] }, "tag_numbers"],
    "no tag on a tagged fish" => [{ tag_numbers: [] }, "tag_numbers"],
    "the same tag twice" => [{ tag_numbers: %w[MS000001 ms000001] }, "tag_numbers"],
    "unicode that is no tag" => [{ tag_numbers: ["魚🐟"] }, "tag_numbers"],
    "nul in a tag" => [{ tag_numbers: ["MS\u0000"] }, "text"],
    "unknown species" => [{ species_code: "kraken" }, "species_code"],
    "species of a wrong type" => [{ species_code: 7 }, "species_code"],
    "negative length" => [{ length: LENGTH.merge(value: -4) }, "length.value"],
    "length of kilometres" => [{ length: LENGTH.merge(value: 99_999, unit: "m") }, "length"],
    "a length too small to see" => [{ length: LENGTH.merge(value: 0.2) }, "length"],
    "length in cubits" => [{ length: LENGTH.merge(unit: "cubit") }, "length.unit"],
    "length as text" => [{ length: LENGTH.merge(value: "long") }, "length.value"],
    "length without a kind" => [{ length: LENGTH.except(:kind) }, "length.kind"],
    "huge weight" => [{ weight_g: 10**12 }, "weight_g"],
    "no taps" => [{ stages: [] }, "stages"],
    "taps in the future" => [{ stages: [{ act: "fish_on", at: FUTURE }] }, "stages"],
    "taps out of order" => [
      { stages: [{ act: "lifted", at: START + 9 }, { act: "let_go", at: START }] },
      "stages"
    ],
    "an act that does not exist" => [{ stages: [{ act: "danced", at: START }] }, "stages.0.act"],
    "a time that does not exist" => [
      { stages: [{ act: "fish_on", at: "2026-02-30T09:00:00Z" }] },
      "stages.0.at"
    ],
    "somebody else's trip" => [{ trip_id: "0190aaaa-0000-7000-8000-000000000000" }, "trip_id"],
    "latitude beyond the pole" => [{ place: { lat_deg: 91, lon_deg: 0 } }, "place.lat_deg"],
    "boiling water" => [{ water_temp_c: 95 }, "water_temp_c"],
    "a reflex that fish do not have" => [{ reflexes: { whistles: "absent" } }, "reflexes.whistles"],
    "blood by the litre" => [{ bleeding: "litres" }, "bleeding"],
    "revision zero" => [{ revision: 0 }, "revision"],
    "a field we do not know" => [{ colour: "green" }, "colour"],
    "a novel for a note" => [{ note: "x" * 2001 }, "note"]
  }.freeze

  REPORTS = {
    "caught next week" => [{ caught_on: (Date.today + 7).iso8601 }, "caught_on"],
    "caught in the middle ages" => [{ caught_on: "1066-10-14" }, "caught_on"],
    "a date that does not exist" => [{ caught_on: "2026-13-45" }, "caught_on"],
    "empty number" => [{ number_as_read: "" }, "number_as_read"],
    "number of blanks" => [{ number_as_read: " \u00a0-" }, "number_as_read"],
    "number without end" => [{ number_as_read: "M" * 41 }, "number_as_read"],
    "no fate" => [{ fate: nil }, "fate"],
    "unknown species" => [{ species_code: "kraken" }, "species_code"],
    "infinite length" => [{ length: LENGTH.merge(value: 1e300) }, "length.value"],
    "half a place" => [{ place: { lat_deg: 48.6 } }, "place.lon_deg"]
  }.freeze

  TABLES = %i[
    encounters stages taggings tag_custody fish trips reports matches letters photos
  ].freeze

  def test_bad_encounters_name_the_field_and_change_nothing
    trip_id = Seeds.trip(db, @isolde)
    sign_in
    each_case(ENCOUNTERS) do |change|
      put_encounter(Seeds.encounter(trip_id, start: START).merge(change))
    end
  end

  def test_bad_reports_name_the_field_and_change_nothing
    each_case(REPORTS) { |change| put_report(Seeds.report(caught_on: Date.today).merge(change)) }
  end

  # Bodies that are not even JSON objects of the right form, and addresses that are not addresses.
  def test_garbage_is_refused_with_a_sentence
    sign_in
    [
      "", "{", "[]", "null",
      "\"\\ud800\"",
      "\xFF\xFE",
      "[" * 5000,
      "{\"number_as_read\": NaN}",
      "7"
    ].each do |body|
      send_json(:put, "/api/reports/#{SecureRandom.uuid}", body)
      refused(body)
    end
    [
      "/api/finds?cursor=nonsense", "/api/finds?cursor=W10", "/api/finds?limit=0",
      "/api/finds?limit=x", "/api/finds?sort=colour", "/api/finds?search=%00",
      "/api/finds?search=%FF", "/api/finds?search=a&search=b", "/api/deck?on=tomorrow", "/api/deck",
      "/api/stories/short",
      "/api/stories/#{'x' * 22}",
      "/api/no/such/thing"
    ].each do |path|
      ask(path)
      refused(path)
    end
    send_json(:put, "/api/reports/not-a-uuid", as_json(Seeds.report))
    refused("not a uuid")
    send_json(:delete, "/api/reports/#{SecureRandom.uuid}")

    assert_equal 405, last_response.status
  end

  def test_an_id_is_nobody_elses
    id = SecureRandom.uuid
    trip_id = Seeds.trip(db, @isolde)
    sign_in
    put_encounter(Seeds.encounter(trip_id, start: START), id:)
    put_report(Seeds.report(caught_on: Date.today), id:)
    Seeds.member(db, "Wren Castellan", email: "wren@marrow.example", password: PASSWORD)
    sign_in("wren@marrow.example")
    put_encounter(Seeds.encounter(trip_id, start: START), id:)

    assert_equal 409, last_response.status
    put_report(Seeds.report(caught_on: Date.today, fate: "kept"), id:)

    assert_equal 409, last_response.status
  end

  private

  def each_case(cases)
    cases.each do |name, (change, field)|
      before = counts
      yield change
      refused(name)

      assert_includes answer["fields"].keys, field, name
      assert_equal before, counts, "#{name} changed the database"
    end
  end

  def refused(name)
    assert_includes 400..499, last_response.status, "#{name}: #{last_response.body[0, 300]}"
    assert_match(/ .+\.\z/, answer["message"], "#{name} has no sentence")
  end

  def counts = TABLES.to_h { |table| [table, db[table].count] }
end

# Two people at once, each on a connection of their own; nothing is rolled back, so it tidies up
# itself.
class RaceTest < Minitest::Test
  def setup
    @db = TestDatabase.fresh("voucher_race", catalogue: true)
    Que.connection = @db
    @store = Store::Gateway.new(@db)
    @members = %w[Isolde Wren].map { |name| Seeds.member(@db, name) }
    Seeds.pouch(@db, @members.first)
    @trips = @members.map { |member| Seeds.trip(@db, member) }
  end

  def teardown
    @db.disconnect
    Que.connection = TestDatabase.unit
  end

  def together(count)
    gate = Queue.new
    threads = Array.new(count) do |index|
      Thread.new do
        gate.pop
        yield index
      rescue Core::Error => e
        e
      end
    end
    count.times { gate << true }
    threads.map(&:value)
  end

  def record(index, id)
    Acts::RecordEncounter.call(
      Acts::Context.new(store: @store, member: @members[index % 2], now: Seeds::NOW),
      id:,
      sent: Seeds.encounter(@trips[index % 2])
    )
  end

  def test_one_tag_goes_into_one_fish
    5.times do |round|
      TestDatabase.empty(@db, %i[encounter_records stages taggings tag_custody fish])
      @db[:tags].update(state: "in_pouch")
      outcomes = together(2) { |index| record(index, SecureRandom.uuid) }
      refusals = outcomes.grep(Core::Conflict)

      assert_equal 1, refusals.size, "round #{round}: #{outcomes.inspect}"
      assert_equal ["tag_numbers"], refusals.first.fields.keys
      assert_equal [1, 1, 5], [@db[:encounters].count, @db[:fish].count, @db[:stages].count]
    end
  end

  def test_the_same_encounter_sent_ten_times_at_once_is_stored_once
    id = SecureRandom.uuid
    outcomes = together(10) { record(0, id) }

    assert_equal 1, @db[:encounters].count
    assert_equal(1, outcomes.count { |entry| entry.is_a?(Hash) && entry[:answer] == "stored" })
  end
end
