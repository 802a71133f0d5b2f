# frozen_string_literal: true

require "csv"
require_relative "../support/api_case"
require "zip"

class DocksideApiTest < ApiCase
  START = Seeds::NOW - 7200

  def setup
    super
    @trip = Seeds.trip(db, @isolde)
    sign_in
  end

  def log(number, after: 0, **changes)
    id = SecureRandom.uuid
    put_encounter(Seeds.encounter(@trip, number:, start: START + after, **changes), id:)

    assert_predicate last_response, :ok?, last_response.body
    id
  end

  def put_photo(bytes, name: "IMG_1.jpg", id: SecureRandom.uuid, trip: @trip)
    token = ask("/api/session").fetch("csrf_token")
    put(
      "/api/trips/#{trip}/photos/#{id}?name=#{Rack::Utils.escape(name)}&utc_offset_minutes=-60",
      bytes,
      "CONTENT_TYPE" => "application/octet-stream",
      "HTTP_X_CSRF_TOKEN" => token
    )
    answer.merge("id" => id)
  end

  def correct(id, changes, reason: nil)
    send_json(:patch, "/api/encounters/#{id}", as_json({ changes:, reason: }))
  end

  def dockside(trip = @trip) = ask("/api/trips/#{trip}/dockside")

  def drawn(seed, length_mm: 520, at: START)
    Demo::Pictures.new(Random.new(seed)).draw(length_mm:, camera_at: at - 3600)
  end

  def test_what_is_left_stands_worst_first_and_each_is_filled_where_it_stands
    id = log("MS000001", length: nil, bleeding: "none")
    left = dockside["left"]

    assert_equal(%w[length outcome], left.map { |entry| entry["field"] })
    correct(id, { outcome: "strong" })
    correct(id, { length: { value: 41.5, unit: "cm", kind: "FL", how: "tape" } })

    assert_predicate last_response, :ok?, last_response.body
    now = dockside

    assert_equal [[], "ready"], [now["left"], now["trip"]["state"]]
    assert_equal [415, 3, ["MS000001"]],
      [now["fish"][0]["length_mm"], db[:encounters].get(:revision), now["fish"][0]["tag_numbers"]]
    assert_equal 5, db[:stages].where(encounter_id: id, revision: 3).count
  end

  def test_a_submitted_trip_is_locked_and_corrected_on_top_with_a_reason
    id = log("MS000001", weight_g: 900, weight_how: "scale")
    reply = send_json(:post, "/api/trips/#{@trip}/submit")

    assert_equal [1, 0], reply.values_at("doubts", "held")
    assert_equal [[id, "no_tare"]], db[:queries].select_map(%i[encounter_id code])
    correct(id, { weight_g: 950 })

    assert_equal [409, "submitted"], [last_response.status, answer["code"]]
    correct(id, { weight_g: 950 }, reason: "Read the scale's photo again.")

    assert_predicate last_response, :ok?, last_response.body
    put_encounter(Seeds.encounter(@trip, number: "MS000002", start: START + 900))
    corrections = dockside["corrections"]

    assert_equal(
      ["It reached us after the trip was submitted.", "Read the scale's photo again."],
      corrections.map { |correction| correction["reason"] }
    )
    assert_equal [900, 950], corrections[1]["changes"]["weight_g"]
    assert_equal 1, db[:changes].where(record: "trip").count
  end

  def test_nobody_elses_trip_photo_or_record_can_be_reached
    id = log("MS000001")
    photo = put_photo(drawn(1).jpeg)["id"]
    Seeds.member(db, "Rafe Ollerton", email: "rafe@marrow.example", password: PASSWORD)
    sign_in("rafe@marrow.example")
    [
      "/api/trips/#{@trip}/dockside",
      "/api/photos/#{photo}/thumb",
      "/api/encounters/#{id}/remembrance.pdf"
    ].each do |path|
      get(path)

      assert_equal 404, last_response.status, path
    end
    correct(id, { outcome: "slow" })

    assert_equal 404, last_response.status
    sign_in("hamish@marrow.example")

    assert_equal "Isolde Brannock", dockside["trip"]["member_name"]
  end

  # 20 drawn fish of known length, with hands that are off by two pixels.
  def test_the_bench_measures_drawn_fish_within_its_stated_error
    rng = Random.new(77)
    off = -> { 2 * Math.sqrt(-2 * Math.log(1 - rng.rand)) * Math.cos(2 * Math::PI * rng.rand) }
    result = (1..20).map do |seed|
      picture = drawn(seed, length_mm: 300 + (seed * 20))
      photo = put_photo(picture.jpeg)["id"]
      run_jobs
      marks = ->(points) { points.map { |point| point.map { |value| value + off.call } } }
      answer =
        send_json(
          :post,
          "/api/photos/#{photo}/measure",
          {
            keep: "look",
            marks: {
              board: {
                width_mm: 1000,
                height_mm: 400
              },
              corners: marks.call(picture.corners),
              scale: [],
              scale_mm: nil,
              fish: marks.call(picture.fish)
            }
          }
        )
      [(answer["straight_mm"] - picture.length_mm).abs, answer["margin_mm"], picture.length_mm]
    end

    assert_operator result.count { |error, margin, _| error <= margin }, :>=, 18
    assert_operator result.map { |error, _, length| error / length }.sort[10], :<, 0.01
    assert_operator result.map { |_, margin, _| margin }.max,
      :<,
      15,
      "a margin that covers anything proves nothing"
  end

  def test_a_measured_picture_becomes_the_length_and_is_held_against_the_typed_one
    id = log("MS000001")
    picture = drawn(3, length_mm: 520, at: START + 65)
    photo = put_photo(picture.jpeg)["id"]
    run_jobs
    send_json(:post, "/api/trips/#{@trip}/placing", {})

    assert_equal [id, "time", true],
      dockside["photos"][0].values_at("encounter_id", "placed_by", "is_sized")
    marks = {
      board: {
        width_mm: 1000,
        height_mm: 400
      },
      corners: picture.corners,
      scale: [],
      scale_mm: nil,
      fish: picture.fish
    }
    answer = send_json(:post, "/api/photos/#{photo}/measure", { keep: "length", marks: })

    assert_in_delta 520, answer["straight_mm"], answer["margin_mm"]
    assert_match(/is about \d\d mm above the board/, answer["notes"].first)
    assert_equal [412, false], answer["typed"].values_at("mm", "agrees")
    fish = dockside["fish"][0]

    assert_equal [520, "photo"], fish.values_at("length_mm", "length_how")
    assert_in_delta answer["sd_mm"], fish["length_sd_mm"], 1e-9
    assert_equal 4, dockside["photos"][0]["marks"]["corners"].size
    answer =
      send_json(
        :post,
        "/api/photos/#{photo}/measure",
        { keep: "look", marks: marks.merge(corners: [[0, 0], [10, 10], [20, 20], [30, 31]]) }
      )

    assert_equal "marks_on_a_line", answer["code"]
  end

  def test_one_drag_sets_the_cameras_clock_and_the_others_follow
    fish = [0, 900, 1800].map.with_index { |after, index| log("MS00000#{index + 1}", after:) }
    photos =
      [60, 970, 1865].map.with_index do |after, index|
        put_photo(drawn(index + 1, at: START + after - (47 * 60)).jpeg)["id"]
      end
    now =
      send_json(
        :post,
        "/api/trips/#{@trip}/placing",
        { moved: { photo_id: photos[1], encounter_id: fish[1] } }
      )

    assert_equal(
      fish,
      photos.map { |id| now["photos"].find { |photo| photo["id"] == id }["encounter_id"] }
    )
    assert_in_delta 47 * 60, now["cameras"][0]["seconds"], 40
    now =
      send_json(
        :post,
        "/api/trips/#{@trip}/placing",
        { moved: { photo_id: photos[2], encounter_id: nil } }
      )

    assert_nil(now["photos"].find { |photo| photo["id"] == photos[2] }["encounter_id"])
    now =
      send_json(
        :post,
        "/api/trips/#{@trip}/placing",
        { released: photos[2], clocks: [{ camera: Demo::Pictures::CAMERA, seconds: 0 }] }
      )

    assert_equal(
      [nil, fish[1], nil],
      photos.map { |id| now["photos"].find { |photo| photo["id"] == id }["encounter_id"] }
    )
  end

  def test_uploads_that_are_no_pictures_are_refused_one_by_one_and_nothing_is_half_stored
    good = drawn(1).jpeg
    bomb = Vips::Image.black(20_000, 20_000).pngsave_buffer(compression: 9)
    {
      "#{'x' * 4}ftypheic#{'x' * 40}" => "heic",
      "%PDF-1.4 nonsense" => "not_a_picture",
      good[0, good.bytesize / 2] => "picture_broken",
      bomb => "picture_too_large"
    }.each do |bytes, code|
      answer = put_photo(bytes)

      assert_equal [422, code], [last_response.status, answer["code"]]
    end
    put_photo("")

    assert_equal 422, last_response.status
    assert_equal 0, db[:photos].count
    put_photo(good, name: "../../etc/passwd")

    assert_equal ["passwd"], db[:photos].select_map(:name)
    assert_equal "known", put_photo(good, name: "again.jpg")["answer"]
    nonsense = good.b.sub("2026:06:15 15:00:00".b, "9999:99:99 99:99:99".b)

    refute_equal good.b, nonsense
    put_photo(nonsense)

    assert_predicate last_response, :ok?
    assert_equal [nil], db[:photos].where(camera_at: nil).select_map(:taken_at)
  end

  def test_sizes_carry_no_camera_and_a_removed_picture_is_gone
    photo = put_photo(bytes = drawn(1).jpeg)["id"]
    get("/api/photos/#{photo}/shown")

    assert_equal 404, last_response.status
    run_jobs
    get("/api/photos/#{photo}/shown")

    refute_includes last_response.body.b, "Exif"
    get("/api/photos/#{photo}/original")

    assert_equal bytes.b, last_response.body.b
    send_json(:delete, "/api/photos/#{photo}")
    get("/api/photos/#{photo}/thumb")

    assert_equal 404, last_response.status
    original = "originals/#{Digest::SHA256.hexdigest(bytes)}"

    assert ApiCase.files.exists?(original), "a backup that began before still finds it"
    db[:discarded_files].update(
      discarded_at: Time.now - (2 * Acts::UpkeepJob::DISCARDED_FOR_SECONDS)
    )
    Acts::UpkeepJob.run

    refute ApiCase.files.exists?(original), "and a day later it is gone for good"
  end

  def test_a_skipped_number_is_settled_in_the_ledger
    log("MS000001")
    log("MS000004", after: 900)

    assert_equal(%w[MS000002 MS000003], dockside["tags"]["gaps"].map { |gap| gap["number"] })
    send_json(:post, "/api/trips/#{@trip}/tags", { number: "MS000002", act: "lost" })
    now = send_json(:post, "/api/trips/#{@trip}/tags", { number: "MS000003", act: "in_pouch" })

    assert_empty now["tags"]["gaps"]
    assert_equal %w[lost in_pouch],
      db[:tags].where(number: %w[MS000002 MS000003]).order(:number).select_map(:state)
    assert_equal [@isolde[:id]] * 2,
      db[:tag_custody].where(act: %w[lost issued]).select_map(:made_by)
    send_json(:post, "/api/trips/#{@trip}/tags", { number: "MS000001", act: "spoiled" })

    assert_equal 422, last_response.status
    put_encounter(
      Seeds.encounter(
        @trip,
        number: "MS000001",
        start: START + 1800,
        kind: "recaptured",
        tag_act: "left"
      )
    )

    assert_equal(["MS000001"], dockside["tags"]["doubles"].map { |double| double["number"] })
    assert_empty send_json(
      :post,
      "/api/trips/#{@trip}/tags",
      { number: "MS000001", act: "caught_twice" }
    )[
                   "tags"
                 ][
                   "doubles"
                 ]
  end

  def test_a_gap_that_nobody_explained_and_a_strangers_tag_go_to_the_desk
    rafe = Seeds.member(db, "Rafe Ollerton")
    db[:tag_custody].insert(tag_number: "MS000003", act: "issued", member_id: rafe[:id])
    log("MS000001")
    log("MS000003", after: 900)
    send_json(:post, "/api/trips/#{@trip}/submit")

    assert_equal %w[tag_gap tag_of_another], db[:queries].select_order_map(:code)
    assert_equal(["Rafe Ollerton"], dockside["tags"]["foreign"].map { |tag| tag["owner"] })
    assert_empty send_json(
      :post,
      "/api/trips/#{@trip}/tags",
      { number: "MS000003", act: "from_pouch_of_owner" }
    )[
                   "tags"
                 ][
                   "foreign"
                 ]
  end

  def sheet(**changes)
    {
      trip_id: SecureRandom.uuid,
      member_id: nil,
      held_on: "2026-06-14",
      spot_code: "cutter_ledge",
      platform: "boat",
      water_temp_c: 13.5,
      utc_offset_minutes: -60
    }.merge(changes)
  end

  def row(**changes)
    {
      id: SecureRandom.uuid,
      revision: 1,
      time: "07:12",
      species_code: "seabass",
      length_mm: 412,
      length_how: "board",
      kind: "tagged",
      fate: "released",
      tag_numbers: ["MS000001"],
      spoiled_numbers: [],
      hook_place: "jaw_corner",
      hook_type: "j",
      bleeding: "none",
      air_seconds: 14,
      note: nil
    }.merge(changes)
  end

  def test_a_sheet_of_paper_becomes_a_trip_and_each_row_stands_alone
    rows = [
      row,
      row(tag_numbers: ["MS000002"], fate: "kept", time: "08:30"),
      row(tag_numbers: ["QQ1"]),
      row(kind: "untagged", tag_numbers: [], species_code: "pollack")
    ]
    answer = send_json(:post, "/api/sheets", { sheet: sheet(member_id: @isolde[:id]), rows: })

    assert_equal(%w[stored stored held stored], answer["answers"].map { |answer| answer["answer"] })
    first = db[:encounters].first(id: rows[0][:id])
    sign_in("hamish@marrow.example")
    send_json(
      :post,
      "/api/held/#{rows[2][:id]}/mended",
      { changes: { tag_numbers: ["MS000004"] }, reason: "Read on the sheet." }
    )

    assert_equal ["paper", @hamish[:id], 14.0],
      db[:encounters].where(id: rows[2][:id]).get(%i[source recorded_by air_seconds])
    sign_in

    assert_equal ["paper", 14.0, nil, "j", Time.utc(2026, 6, 14, 8, 12)],
      [
        first[:source],
        first[:air_seconds],
        first[:fight_seconds],
        first[:hook_type],
        first[:caught_at].utc
      ]
    send_json(:post, "/api/sheets", { sheet: sheet(member_id: @hamish[:id]), rows: })

    assert_equal 403, last_response.status
    sign_in("hamish@marrow.example")
    other = row(tag_numbers: ["MS000003"])
    send_json(:post, "/api/sheets", { sheet: sheet(member_id: @isolde[:id]), rows: [other] })

    assert_equal [@isolde[:id], @hamish[:id]],
      db[:encounters].where(id: other[:id]).get(%i[member_id recorded_by])
  end

  def test_a_track_places_fish_by_time_and_says_how_far_off
    id = log("MS000001", place: nil)
    gpx = lambda do |times|
      "<?xml version='1.0'?><gpx><trk><trkseg>#{times.map do |time|
        "<trkpt lat='48.62' lon='-21.5'><time>#{time.utc.iso8601}</time></trkpt>"
      end.join}</trkseg></trk></gpx>"
    end
    answer =
      send_json(:post, "/api/trips/#{@trip}/track", { gpx: gpx.call([START - 40, START + 4000]) })

    assert_equal [{ "encounter_id" => id, "gap_seconds" => 40 }], answer["placed"]
    assert_equal [48.62, -21.5, "track"], db[:encounters].get(%i[lat_deg lon_deg place_how])
    [
      "<gpx>", "<kml/>", "<gpx></gpx>", "<!DOCTYPE x [<!ENTITY a 'b'>]><gpx>&a;</gpx>"
    ].each do |text|
      send_json(:post, "/api/trips/#{@trip}/track", { gpx: text })

      assert_equal 422, last_response.status, text
    end
  end

  def test_the_season_the_log_the_archive_and_the_remembrance_come_from_the_records
    5.times do |index|
      log("MS00000#{index + 1}", after: index * 900, note: index.zero? ? "=2+2" : nil)
    end
    season = ask("/api/me/season")

    assert_equal [2026, 5, 8.0], [season["season"], season["fish"], season["times"].find do |time|
      time["key"] == "air"
    end["median"]]
    put_photo(bytes = drawn(1, at: START + 60).jpeg)
    send_json(:post, "/api/trips/#{@trip}/placing", {})
    run_jobs
    get("/api/me/log.csv")
    table = CSV.parse(last_response.body, headers: true)

    assert_equal [5, "MS000001", "'=2+2"], [table.size, table[0]["tags_put"], table[0]["note"]]
    get("/api/me/archive.zip")

    assert_equal 404, last_response.status, "it was not asked for"
    take_archive(@isolde)
    entries =
      Zip::File
        .open_buffer(StringIO.new(last_response.body))
        .to_h { |entry| [entry.name, entry.get_input_stream.read] }

    assert_equal bytes.b, entries.find { |name, _| name.start_with?("photos/") }.last.b
    own = own_package(entries.fetch("package.zip"))
    seen = CSV.parse(entries.fetch("as-others-see-it.csv"), headers: true)

    assert_equal(own.map { |row| row["tag_numbers"] }, seen.map { |row| row["tag_numbers"] })
    assert_operator own.first["place_uncertainty_m"].to_f, :<,
      seen.first["place_uncertainty_m"].to_f, "others see the cell"
    assert_equal 0, db[:exports].count, "one's own is given to nobody"
    get("/api/encounters/#{db[:encounters].order(:caught_at).get(:id)}/remembrance.pdf")

    assert_match(/41\.2 cm fork length, by board/, PdfText.of(last_response.body))
  end

  def own_package(bytes)
    Zip::File.open_buffer(StringIO.new(bytes)) do |zip|
      return CSV.parse(zip.read("data/catches.csv"), headers: true)
    end
  end
end
