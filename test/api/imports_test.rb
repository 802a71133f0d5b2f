# frozen_string_literal: true

require_relative "../support/api_case"
require_relative "../support/tables_in"

# Three tables that three coordinators kept for years, from the file to the story of a fish, and
# back out again.
class ImportsTest < ApiCase
  include TablesIn

  def setup
    super
    @hamish = store.members.find(db[:members].where(name: "Hamish Torvald").get(:id))
    ["Wren Castellan", "Maud Fennimore", "Bertil Skaw"].each { |name| Seeds.member(db, name) }
    Seeds.old_tags(db, count: 30, last: 100_100)
    sign_in("hamish@marrow.example")
  end

  LENGTH = { value: 485, unit: "mm", kind: "FL", how: "board" }.freeze
  BASS = { "species" => { "bass" => "seabass" } }.freeze

  def test_a_ledger_with_decimal_commas_and_days_written_once
    import = send_table("ledger.csv")

    assert_equal ["Windows-1252", ";", 9], import.values_at("encoding", "separator", "rows")
    assert_equal(["Bass"], import["words"].select do |word|
      word["how"] == "open"
    end.map { _1["word"] })
    done = run_import(map(import, words: BASS), "check", "store")

    assert_equal "done", done["state"]
    assert_equal({ "stored" => 7, "refused" => 1, "left_out" => 1 }, done["counts"])
    first = db[:encounters].first(note: "strong, off at once")

    assert_equal [545, "FL", "board", 1900, "pollack", "cutter_ledge", "import", @hamish[:id]],
      first.values_at(:length_mm, :length_kind, :length_how, :weight_g, :species_code, :spot_code,
        :source, :member_id)
    assert_equal Time.utc(2019, 5, 14, 6, 40), first[:caught_at].utc
    again = db[:encounters].first(kind: "recaptured")

    assert_equal first[:fish_id], again[:fish_id], "the number leads back to its fish"
    assert_equal 0, db[:letters].count, "nobody is written to about what was long ago"
    get("/api/imports/#{import['id']}/refused")

    assert_equal([["Day", "30.02.2020", "30.02.2020 is not a day of the calendar."]],
      body["rows"].flat_map { |row| row["faults"].map { _1.values_at("column", "value", "rule") } })
  end

  def test_a_club_form_in_inches_with_two_tags_in_a_cell_and_a_finder
    import = send_table("club.csv")
    words = { **BASS, "member" => { "j. weatherby" => "finder", "j weatherby" => "finder" } }
    done = run_import(map(import, words:), "check", "store")

    assert_equal({ "stored" => 6 }, done["counts"])
    fish = db[:taggings].where(tag_number: "MS100010").get(:fish_id)

    assert_equal %w[MS100010 MS100011],
      db[:taggings].where(fish_id: fish).select_order_map(:tag_number)
    assert_equal [572, 591], db[:encounters].where(fish_id: fish).order(:caught_on).select_map(
      :length_mm
    )
    report = db[:reports].first

    assert_equal ["matched", "kept", Date.new(2021, 6, 13)],
      report.values_at(:state, :fate, :caught_on)
    assert_equal db[:taggings].where(tag_number: "MS100012").get(:fish_id),
      db[:matches].where(report_id: report[:id]).get(:fish_id)
    assert_equal "J. Weatherby", report[:finder_name]
    assert_equal 1000, report[:place_error_m], "the table names a spot, no place of its own"
  end

  def test_a_survey_with_degrees_and_minutes_and_days_without_fish
    import = send_table("survey.tsv")

    assert_equal "UTF-16LE", import["encoding"]
    done = run_import(map(import), "check", "store")

    assert_equal({ "stored" => 5 }, done["counts"])
    place = db[:encounters].where(length_mm: 512).first

    assert_in_delta 48.735, place[:lat_deg], 1e-9
    assert_in_delta(-21.065, place[:lon_deg], 1e-9)
    assert_in_delta(3.0, db[:trips].where(held_on: "2018-04-19").get(:fished_hours).to_f)
    assert_equal 2, db[:encounters].where(fish_id: place[:fish_id]).count
  end

  def test_what_came_in_is_not_taken_twice_and_goes_out_as_a_whole
    before = hashes
    first = map(send_table("ledger.csv"), words: BASS)
    run_import(first, "check", "store")
    second = run_import(map(send_table("ledger.csv"), words: BASS), "check")

    assert_equal "ledger.csv", second["same_file"]["file_name"]
    assert_equal({ "refused" => 8, "left_out" => 1 }, second["counts"])
    get("/api/imports/#{second['id']}/refused.csv")

    assert_match "This row was imported before, with ledger.csv.", last_response.body
    undo(first)

    assert_equal "undone", body["state"]
    assert_equal before, hashes
  end

  HELD = %i[
    encounter_records fish taggings trips reports matches tags spans letters queries
  ].freeze

  def hashes
    HELD.to_h { |table| [table, db[table].all.map(&:to_s).sort.hash] }
  end

  def test_a_fish_that_was_caught_since_keeps_its_import
    import = map(send_table("ledger.csv"), words: BASS)
    run_import(import, "check", "store")
    put_report(Seeds.report(number_as_read: "MS100002", species_code: "pollack"))
    send_json(:post, "/api/imports/#{import['id']}/undo", {})

    assert_equal 409, last_response.status
    assert_match "One record made later is about fish that were imported", body["message"]
    assert_equal 7, db[:encounters].count
  end

  def test_a_record_that_was_corrected_since_keeps_its_import
    import = map(send_table("ledger.csv"), words: BASS)
    run_import(import, "check", "store")
    id = db[:encounters].where(length_mm: 480).get(:id)
    correct(id)
    before = hashes
    send_json(:post, "/api/imports/#{import['id']}/undo", {})

    assert_equal 409, last_response.status
    assert_match "decided or corrected", body["message"]
    assert_equal before, hashes
  end

  def correct(id)
    send_json(
      :patch, "/api/encounters/#{id}", { changes: { length: LENGTH }, reason: "read again" }
    )
  end

  # Twelve fish, five of them seen again far too long: they wait, and are decided at once.
  def waiting_table
    rows = (1..12).map do |n|
      "2019-05-#{n + 10},Wren,Cutter Ledge,Pollack,#{400 + n},#{tag(n)},tag"
    end
    again = (1..5).map { |n| "2019-08-#{n + 10},Wren,Cutter Ledge,Pollack,900,#{tag(n)},recapture" }
    ["day,who,where,fish,length mm,tag,what", *rows, *again].join("\n")
  end

  def tag(serial) = "MS#{100_000 + serial}"

  def test_what_waits_alike_is_decided_at_once_and_each_can_be_taken_back
    import = map(send_table("again.csv", waiting_table))
    done = run_import(import, "check", "store")

    assert_equal({ "stored" => 17 }, done["counts"])
    get("/api/imports/#{import['id']}/waiting")
    group = body["groups"].first

    assert_equal [5, "unlikely"], [body["waiting"], group["reason"]]
    assert_equal [5, tag(1)], [group["reports"].size, group["reports"].first["best_number"]]
    decide(import, group, "none_of_these", except: 1)

    assert_equal [4, 1], body.values_at("decided", "waiting")
    assert_equal 4, db[:decisions].where(reason: "Length of another fish.").count
    decide(import, group, "none_of_these")

    reasons = body["left"].map { |left| left["why"] }

    assert_equal [1, ["It no longer waits for a review."] * 4], [body["decided"], reasons]
    id = group["reports"].first["id"]
    send_json(:post, "/api/reports/#{id}/decision",
      { verdict: "undone", reason: "Look again.", seen: 1 })

    assert_equal 200, last_response.status, last_response.body
    assert_equal 0, db[:letters].count, "nobody is written to about what was long ago"
  end

  def decide(import, group, verdict, except: 0)
    reports = group["reports"].drop(except).map { |report| report.slice("id", "seen") }
    send_json(:post, "/api/imports/#{import['id']}/waiting",
      { verdict:, reason: "Length of another fish.", reports: })

    assert_equal 200, last_response.status, last_response.body
  end

  def test_an_unlikely_fish_is_not_accepted_in_a_heap
    import = map(send_table("again.csv", waiting_table))
    run_import(import, "check", "store")
    get("/api/imports/#{import['id']}/waiting")
    group = body["groups"].first
    decide(import, group, "accepted")

    assert_equal group["is_likely"] ? 5 : 0, body["decided"]
    assert_equal body["decided"], db[:matches].where(undone_at: nil).count
    assert_equal 0, db[:letters].count
    sign_in
    get("/api/imports/#{import['id']}/waiting")

    assert_equal 403, last_response.status
  end

  def test_stopped_in_the_middle_it_goes_on_where_it_was
    rows = (1..30).map { |n| "2019-05-14,Wren,Cutter Ledge,Cod,#{400 + n},MS#{100_000 + n}" }
    table = ["day,who,where,fish,length mm,tag", *rows].join("\n")
    import = map(send_table("long.csv", table))
    run_import(import, "check")
    with_few_at_once do
      send_json(:post, "/api/imports/#{import['id']}/run", { act: "store" })
      context = Acts::Context.new(store:, member: @hamish)
      asked = 0
      Acts::StoreImport.call(context, import["id"], going: -> { (asked += 1) <= 2 })

      assert_equal 20, db[:encounters].count
      Acts::ImportJob.run(import["id"])
    end

    assert_equal 30, db[:encounters].count
    assert_equal 30, db[:taggings].count
    assert_equal [Date.new(2019, 5, 14)], db[:trips].select_map(:held_on)
    refute db[:encounters].get(:caught_time_known)
  end

  def with_few_at_once
    old = Acts::StoreImport::AT_ONCE
    Acts::StoreImport.send(:remove_const, :AT_ONCE)
    Acts::StoreImport.const_set(:AT_ONCE, 10)
    yield
  ensure
    Acts::StoreImport.send(:remove_const, :AT_ONCE)
    Acts::StoreImport.const_set(:AT_ONCE, old)
  end

  def test_an_old_record_is_corrected_like_any_other
    run_import(map(send_table("ledger.csv"), words: BASS), "check", "store")
    id = db[:encounters].where(length_mm: 480).get(:id)
    trip = db[:encounters].where(id:).get(:trip_id)
    get("/api/trips/#{trip}/dockside")

    assert_equal 200, last_response.status, last_response.body
    correct(id)

    assert_equal 200, last_response.status, last_response.body
    assert_equal [485, "import"], db[:encounters].where(id:).get(%i[length_mm source])
  end

  def test_a_mapping_that_cannot_be_gets_a_sentence
    import = send_table("ledger.csv")
    columns = import["mapping"]["columns"]
    {
      { "columns" => columns.drop(1) } => "has 11 columns",
      { "columns" => [columns[0], columns[0],
        *columns.drop(2)] } => "Two columns have the meaning “Day”",
      { "columns" => [{ "field" => "moon" }, *columns.drop(1)] } => "no field :moon",
      { "words" => { "moon" => { "full" => "x" } } } => "no field :moon",
      { "words" => { "species" => { "bass" => "kraken" } } } => "\"kraken\" is not among",
      { "spot" => "atlantis" } => "\"atlantis\" is not among the choices"
    }.each do |change, sentence|
      mapping = import["mapping"].merge(change)
      send_json(:put, "/api/imports/#{import['id']}/mapping", { mapping: })

      assert_equal 422, last_response.status, last_response.body
      assert_match sentence, body["message"]
    end
  end

  def test_what_is_no_number_of_a_table_is_refused_by_the_contract
    %w[MS000001 0 -1 1e3].each do |number|
      get("/api/imports/#{number}")

      assert_equal 422, last_response.status, number
    end
    get("/api/imports/999999")

    assert_equal 404, last_response.status
  end

  def test_a_tagger_brings_nothing_in
    sign_in
    get("/api/imports")

    assert_equal 403, last_response.status
  end
end
