# frozen_string_literal: true

require "icalendar"
require "puma"
require "puma/server"
require_relative "../support/api_case"

class ReadyApiTest < ApiCase
  PLAN = {
    spot_code: "cutter_ledge",
    platform: "boat",
    height_m: nil,
    alone: false,
    species_codes: %w[cod seabass],
    depth_from_m: 5,
    depth_to_m: 40,
    surface_temp_c: 12.5,
    bottom_temp_c: nil,
    air_temp_c: nil,
    sun: false,
    current: "tide",
    bait: "lure",
    hook: "j",
    barbs: "flattened",
    from_hour: 6,
    to_hour: 11
  }.freeze

  def plan(id, on: Date.today, **change)
    send_json(:put, "/api/trips/#{id}/plan", { held_on: on.iso8601, plan: PLAN.merge(change) })
  end

  def test_a_plan_is_saved_answered_and_becomes_the_next_ones_defaults
    sign_in
    first = ask("/api/ready?on=#{Date.today}")

    assert_nil first["trip"]
    assert_equal 3, first["plan"]["species_codes"].size
    outlook = plan(id = SecureRandom.uuid)

    assert_equal "care", outlook["verdicts"].first["verdict"]
    plan(id, depth_from_m: 1, depth_to_m: 5)
    again = ask("/api/ready?on=#{Date.today}")

    assert_equal [id, 5, "ok"],
      [again["trip"]["id"], again["plan"]["depth_to_m"],
        again["outlook"]["verdicts"].first["verdict"]]
    tomorrow = ask("/api/ready?on=#{Date.today + 1}")["plan"]

    assert_equal ["cutter_ledge", "boat", nil],
      tomorrow.values_at("spot_code", "platform", "surface_temp_c")
    assert_equal "cutter_ledge", ask("/api/deck?on=#{Date.today}").dig("card", "trip", "spot_code")
  end

  # Three things and who goes along, until the first fish is tagged.
  def test_a_new_member_sees_three_things_first_and_their_mentor
    sign_in("hamish@marrow.example")
    send_json(:post, "/api/me/confirmation", { password: PASSWORD })
    send_json(:put, "/api/members/#{@isolde[:id]}", {
      name: "Isolde Brannock", role: "tagger", public_name: nil, permit_number: nil,
      permit_expires_on: nil, trained: [], active: true, mentor_id: @hamish[:id]
    })
    sign_in
    first = ask("/api/ready?on=2026-06-20")["first"]

    assert_equal(%w[lessons kit plan], first["steps"].map { |step| step["key"] })
    assert(first["steps"].none? { |step| step["is_done"] })
    assert_equal "Hamish Torvald", first["mentor"]
    send_json(:put, "/api/locker",
      { **ask("/api/ready?on=2026-06-20")["locker"], "board_mm" => 600 })
    plan(trip = SecureRandom.uuid)

    assert_equal([false, true, true],
      ask("/api/ready?on=#{db[:trips].where(id: trip).get(:held_on)}")
        .dig("first", "steps").map { |step| step["is_done"] })
    put_encounter(Seeds.encounter(Seeds.trip(db, @isolde), number: "MS000001"))

    assert_nil ask("/api/ready?on=2026-06-20")["first"]
  end

  def test_who_has_never_tagged_is_asked_for_lessons_with_the_plan
    sign_in
    asked = plan(SecureRandom.uuid)["lessons"]

    assert_equal ["care", "house rule"], asked.values_at("verdict", "source")
    sign_in("hamish@marrow.example")
    %w[placing scenes].each { |item| sign(item) }
    sign_in

    assert_nil plan(SecureRandom.uuid)["lessons"]
  end

  def sign(item)
    db[:practice_signatures].insert(member_id: @isolde[:id], item:, note: "Seen.",
      signed_by: @hamish[:id])
  end

  def test_bad_plans_name_the_field
    sign_in
    {
      { spot_code: "atlantis" } => "spot_code",
      { species_codes: ["kraken"] } => "species_codes",
      { species_codes: [] } => "plan.species_codes",
      { depth_from_m: 50 } => "depth_to_m",
      { surface_temp_c: 99 } => "plan.surface_temp_c",
      { hook: "harpoon" } => "plan.hook"
    }.each do |change, field|
      answer = plan(SecureRandom.uuid, **change)

      assert_equal [422, true], [last_response.status, answer["fields"].key?(field)], change.inspect
    end
    assert_equal 0, db[:trips].count
    id = SecureRandom.uuid
    plan(id)
    sign_in("hamish@marrow.example")
    plan(id)

    assert_equal 409, last_response.status
  end

  def test_kit_is_called_and_the_locker_tested
    sign_in
    plan(id = SecureRandom.uuid)
    send_json(:put, "/api/trips/#{id}/ticks", { ticks: %w[net net_ready] })
    send_json(:put, "/api/locker", { net_hoop_mm: 400, net_rubber: true })
    ready = ask("/api/ready?on=#{Date.today}")

    assert_equal %w[net net_ready], ready["trip"]["ticks"]
    assert_equal ["does_not_fit", "400 mm hoop, 450 short"],
      ready["outlook"]["kit"]
        .find { |entry| entry["key"] == "net" }
        .values_at("state", "detail")
  end

  def test_the_gauge_fills_in_the_temperature_and_its_silence_is_no_fault
    server = Puma::Server.new(Devices::StandIns::Gauge.new(clock: -> { Time.utc(2026, 8, 16, 12) }))
    port = server.add_tcp_listener("127.0.0.1", 0).addr[1]
    server.run
    reading = Devices::Gauge.new("http://127.0.0.1:#{port}").read("cutter_ledge")

    assert_in_delta 16.2, reading[:water_temp_c], 0.5
    assert_equal "2026-08-16T12:00:00Z", reading[:read_at]
    assert_nil Devices::Gauge.new("http://127.0.0.1:#{port}").read("NO SUCH".downcase.tr(" ", "/"))
    server.stop(true)

    assert_nil Devices::Gauge.new("http://127.0.0.1:#{port}").read("cutter_ledge")
    sign_in

    assert_nil ask("/api/ready?on=#{Date.today}")["gauge"]
  end

  def test_without_a_permit_no_numbers_go_onto_the_card
    sign_in
    plan(SecureRandom.uuid)

    refute_empty ask("/api/deck?on=#{Date.today}")["card"]["pouch"]
    db[:members].where(id: @isolde[:id]).update(permit_expires_on: Date.today - 1)
    card = ask("/api/deck?on=#{Date.today}")["card"]

    assert_empty card["pouch"]
    assert_match(/expired/, card["authorisation"]["text"])
    refute_empty card["species"]
  end

  def test_the_card_on_paper_and_the_calendar
    sign_in
    plan(id = SecureRandom.uuid, on: Date.today + 2)
    get("/api/trips/#{id}/card.pdf")

    assert_equal 2, PdfText.of(last_response.body).count("\f"), "one side to read, one to write on"
    text = PdfText.of(last_response.body)

    [
      "Cutter Ledge", "Atlantic cod", "MS000001", "MS000005", "length mm", "back in the net"
    ].each { |words| assert_includes text, words }
    get("/api/trips.ics")
    event = Icalendar::Calendar.parse(last_response.body).first.events.first

    assert_equal ["Tagging at Cutter Ledge", (Date.today + 2).to_s, 6, 11],
      [
        event.summary.to_s,
        event.dtstart.to_date.to_s,
        event.dtstart.hour,
        event.dtend.hour
      ]
  end
end

class OfficeApiTest < ApiCase
  def setup
    super
    sign_in("hamish@marrow.example")
  end

  BATCH = {
    prefix: "MS",
    digits: 6,
    first_serial: 101,
    last_serial: 200,
    label: "Spring print"
  }.freeze

  def test_house_rules_are_previewed_versioned_and_never_lost_to_a_slower_colleague
    rules = ask("/api/house-rules")

    assert_equal [1, 17], [rules["version"], rules["questions"].size]
    changes =
      send_json(:post, "/api/house-rules/preview", { choices: { air: { school: "keep_wet" } } })[
        "changes"
      ]

    assert_includes changes.map { |change| change.values_at("kind", "before", "after") },
      ["air", "30 s single lift", "10 s single lift"]
    assert_equal 1, ask("/api/house-rules")["version"]
    saved =
      send_json(
        :put,
        "/api/house-rules",
        { base_version: 1, choices: { air: { school: "keep_wet" } }, why: "A warm summer." }
      )

    assert_equal [2, "keep_wet", "A warm summer."],
      [saved["version"], saved["choices"]["air"]["school"], saved["versions"].first["why"]]
    send_json(:put, "/api/house-rules", { base_version: 1, choices: {}, why: "too late" })

    assert_equal 409, last_response.status
    send_json(
      :put,
      "/api/house-rules",
      { base_version: 2, choices: { stomach: { school: "puncture" } }, why: "no" }
    )

    assert_equal 422, last_response.status
  end

  def test_a_member_may_only_be_stricter_and_the_card_follows
    sign_in
    trip = Seeds.trip(db, @isolde, held_on: Date.today)
    send_json(:put, "/api/house-rules/own", { choices: { air: "keep_wet" } })
    card = ask("/api/deck?on=#{Date.today}")["card"]

    field = Core::Doors::Deck.new(JSON.parse(JSON.generate(card), symbolize_names: true))

    assert_equal [1, 1], card["rules"].values_at("version", "own_version")
    assert_equal 10,
      card["species"]
        .map { |entry| field.fish({ species_code: entry["code"] })[:air][:one_lift_seconds] }
        .max
    assert_equal trip, card["trip"]["id"]
    send_json(:put, "/api/house-rules/own", { choices: { air: "brief" } })

    assert_equal 422, last_response.status
    send_json(:put, "/api/house-rules", { base_version: 1, choices: {}, why: "not mine to say" })

    assert_equal 403, last_response.status
  end

  def test_the_guide_has_every_guild_and_every_section
    guilds = ask("/api/guide")["guilds"]

    assert_equal Core::Fish::Guild.all.size, guilds.size
    guilds.each { |guild| assert_equal 11, guild["sections"].size }
    venomous =
      guilds.find { |guild| guild["key"] == "deep_water_spiny" }["sections"][-2]["lines"].join

    assert_match(/without scalding.*medical help/, venomous)
  end

  def test_tags_from_the_printer_to_the_pouch_and_back_always_add_up
    custody = send_json(:post, "/api/tags/batches", BATCH)
    batch = custody["batches"].first
    issued =
      send_json(
        :post,
        "/api/tags/issue",
        { batch_id: batch["id"], member_id: @isolde[:id], count: 10 }
      )[
        "numbers"
      ]

    assert_equal %w[MS000101 MS000110], [issued.first, issued.last]
    move("spoiled", issued[0, 1])
    move("lost", issued[1, 2])
    move("returned", issued[3, 3])
    custody = move("transferred", issued[6, 2], member_id: @hamish[:id])
    sums = custody["batches"].first

    assert_equal(
      {
        "printed" => 100,
        "in_stock" => 93,
        "in_pouch" => 4,
        "applied" => 0,
        "spoiled" => 1,
        "lost" => 2
      },
      sums.slice("printed", "in_stock", "in_pouch", "applied", "spoiled", "lost")
    )
    assert_equal sums["printed"],
      sums.values_at("in_stock", "in_pouch", "applied", "spoiled", "lost").sum
    assert_equal 2, custody["own"].size
    # What came back is issued again, lowest first.
    assert_equal issued[3],
      send_json(
        :post,
        "/api/tags/issue",
        { batch_id: batch["id"], member_id: @isolde[:id], count: 1 }
      )[
        "numbers"
      ].first
  end

  def move(act, numbers, member_id: nil)
    send_json(:post, "/api/tags/move", { numbers:, act:, member_id:, note: nil })
  end

  def test_impossible_moves_are_refused_with_the_number
    send_json(:post, "/api/tags/batches", BATCH.merge(first_serial: 150, last_serial: 250))
    send_json(:post, "/api/tags/batches", BATCH)

    assert_equal [409, "batch_overlap"], [last_response.status, answer["code"]]
    send_json(
      :post,
      "/api/tags/batches",
      BATCH.merge(digits: 5, first_serial: 300, last_serial: 310)
    )

    assert_equal 422, last_response.status
    move("lost", ["MS000150"])

    assert_match(/MS000150 is in stock/, answer["message"])
    move("transferred", ["MS000001"])

    assert_equal [422, ["member_id"]], [last_response.status, answer["fields"].keys]
    sign_in
    move("lost", ["MS000001"])

    assert_predicate last_response, :ok?, "a tagger may say that an own tag is lost"
    db[:tags].where(number: "MS000002").update(holder_id: @hamish[:id])
    move("lost", ["MS000002"])

    assert_equal 403, last_response.status
  end

  def test_csv_is_tried_first_and_good_rows_do_not_wait_for_bad_ones
    csv =
      "prefix,digits,first_serial,last_serial,label\nMS,6,101,150,Good\nMS,six,151,160,Bad\n" \
        "MS,6,140,160,Overlaps\nQQ,4,1,10,Other\n"
    tried = send_json(:post, "/api/tags/batches/import", { csv:, dry_run: true })

    assert_equal [0, 1], [tried["stored"], db[:tag_series].count]
    assert_equal(
      [[], [%w[digits six]], [%w[first_serial 140]], []],
      tried["rows"].map { |row| row["faults"].map { |fault| fault.values_at("column", "value") } }
    )
    2.times do |round|
      assert_equal [2, 0][round],
        send_json(:post, "/api/tags/batches/import", { csv:, dry_run: false })["stored"]
    end
    assert_equal 60, db[:tags].exclude(batch_id: nil).count
    send_json(:post, "/api/tags/batches/import", { csv: "a,b\n1,2\n", dry_run: true })

    assert_equal 422, last_response.status
  end

  def test_labels_name_their_bags
    batch = send_json(:post, "/api/tags/batches", BATCH)["batches"].first
    get("/api/tags/batches/#{batch['id']}/labels.pdf")
    text = PdfText.of(last_response.body)

    %w[MS000101 MS000125 MS000126 MS000200].each { |number| assert_includes text, number }
  end

  def test_members_are_added_by_letter_changed_and_switched_off
    sent = {
      name: "Wren Castellan",
      role: "tagger",
      public_name: "Wren",
      permit_number: "MSC-7",
      permit_expires_on: (Date.today + 10).iso8601,
      trained: ["tagging"],
      active: true
    }
    members = send_json(:post, "/api/members", sent.merge(email: "wren@marrow.example"))["members"]
    wren = members.find { |member| member["name"] == "Wren Castellan" }
    run_jobs

    assert_equal %w[care wren@marrow.example],
      [wren["authorisation"]["verdict"], db[:letters].get(:recipient)]
    send_json(:post, "/api/members", sent.merge(email: "wren@marrow.example"))

    assert_equal 409, last_response.status
    send_json(:put, "/api/members/#{@isolde[:id]}", sent.merge(active: false))
    clear_cookies
    sign_in

    assert_equal 401, last_response.status
    sign_in("hamish@marrow.example")
    send_json(:put, "/api/members/#{@hamish[:id]}", sent)

    assert_equal 409, last_response.status, "a coordinator does not lock out themselves"
  end

  def test_species_change_with_their_history_and_the_law_supersedes
    changed =
      send_json(
        :put,
        "/api/species/cod",
        { typical_mm: 500, source: "Harbour survey", demo_values: false }
      )

    assert_equal [500, "Harbour survey"], changed.values_at("typical_mm", "source")
    history = ask("/api/species/cod/history")["changes"].first

    assert_equal [480, 500, "Hamish Torvald"],
      [history["before"]["typical_mm"], history["after"]["typical_mm"], history["by"]]
    send_json(:put, "/api/species/cod", { typical_mm: 5000 })

    assert_equal 422, last_response.status
    send_json(:put, "/api/species/turbot", { fl_to_tl_b: 1.02 })

    assert_equal [422, ["fl_to_tl_b"]], [last_response.status, answer["fields"].keys]
    law = {
      species_code: "cod",
      water_code: "marrow_sound",
      min_mm: 500,
      max_mm: nil,
      length_kind: "TL",
      season_first: nil,
      season_last: nil,
      bag_limit: 3,
      in_water_only_mm: nil,
      authority: "Marrow Islands Fisheries Office",
      checked_on: (Date.today - 100).iso8601,
      link: nil
    }
    2.times { |round| send_json(:post, "/api/laws", law.merge(min_mm: 500 + round)) }
    laws = answer["laws"]

    assert_equal([[501, true]], laws.map { |law| law.values_at("min_mm", "stale") })
    send_json(:post, "/api/laws", law.merge(season_first: "04-01"))

    assert_equal 422, last_response.status
  end
end

# Two coordinators at one batch at the same moment.
class IssueRaceTest < Minitest::Test
  def test_no_number_is_issued_twice
    db = TestDatabase.fresh("voucher_issue_race")
    store = Store::Gateway.new(db)
    members = %w[Hamish Agnes].map { |name| Seeds.member(db, name, role: "coordinator") }
    batch_id =
      Acts::PrintBatch.call(
        Acts::Context.new(store:, member: members.first),
        sent: OfficeApiTest::BATCH
      )
    gate = Queue.new
    issued = Array.new(8) do |index|
      Thread.new do
        gate.pop
        Acts::IssueTags.call(
          Acts::Context.new(store:, now: Seeds::NOW),
          by: members[index % 2],
          batch_id:,
          member_id: members[index % 2][:id],
          count: 12
        )
      end
    end
    8.times { gate << true }
    numbers = issued.flat_map(&:value)

    assert_equal [96, 96], [numbers.size, numbers.uniq.size]
    assert_equal :not_enough, assert_raises(Core::Conflict) {
      Acts::IssueTags.call(
        Acts::Context.new(store:, now: Seeds::NOW),
        by: members[0],
        batch_id:,
        member_id: members[0][:id],
        count: 5
      )
    }.code
  ensure
    db&.disconnect
  end
end
