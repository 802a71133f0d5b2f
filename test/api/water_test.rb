# frozen_string_literal: true

require_relative "../support/water_case"

# What the tags taught.
class WaterTest < WaterCase
  def test_nobody_is_told_without_a_sign_in_and_an_empty_cooperative_says_what_is_missing
    ask("/api/water/growth")

    assert_equal 401, last_response.status
    sign_in

    assert_empty water("growth")["answers"]
    assert_match(/10 more/, answer_of(water("movement"), "reach")["missing"])
    assert_match(/20 more/, answer_of(water("tags"), "retention")["missing"])
    water("health")

    assert_equal 200, last_response.status
    water("weather")

    assert_equal 422, last_response.status
  end

  def test_returns_by_hook_are_counted_as_by_hand
    Seeds.pouch(db, @isolde, count: 20, first: 40)
    numbers = tags.dup
    deep = { hook_place: "gill" }
    9.times { release(numbers.shift, days: 60, **deep) }
    11.times { release(numbers.shift, **deep) }
    12.times { release(numbers.shift, days: 60) }
    8.times { release(numbers.shift) }
    sign_in
    answer = answer_of(water("handling"), "returns_hook")
    crude = Core::Estimates::Rates.ratio(9, 20, 12, 20)

    assert_includes answer["sentence"], "9 of 20 against 12 of 20"
    assert_equal crude.values.map { |entry| entry.round(3) },
      answer["rows"].assoc("as counted, without strata").drop(1)
    # One species, month, length and tagger: within them it is the same ratio.
    assert_in_delta 0.75, answer["rows"][0][1], 1e-9
    forest = answer_of(water("handling"), "returns")

    assert_includes forest["chart"]["bars"].map(&:first), "Hook: deep"
    assert_match(/\AOf 40 fish released with a tag at least a year ago 21 returned within/,
      forest["sentence"])
  end

  def test_a_filter_leaves_out_and_wrong_ones_are_told
    release(tags[0], days: 40)
    release(tags[1], days: 40, species_code: "pollack")
    sign_in

    assert_equal 2, answer_of(water("movement"), "reach")["n"]
    assert_equal 1, answer_of(water("movement", species: "pollack"), "reach")["n"]
    assert_equal 0, answer_of(water("movement", from: "2025-07-01"), "reach")["n"]
    assert_equal 2, answer_of(water("movement", from: "2025-06-02"), "reach")["n"], "whole months"
    assert_equal 0, answer_of(water("movement", mine: "yes", from: "2025-06-02"), "reach")["n"]
    assert_equal 2, answer_of(water("movement", mine: "yes"), "reach")["n"]

    assert_equal 2, answer_of(water("movement", water: "marrow_sound"), "reach")["n"]
    assert_equal 0, answer_of(water("movement", water: "lough_immer"), "reach")["n"]
    assert_equal(
      ["European seabass", "Pollack"],
      ask("/api/water/choices")["species"].map { |species| species["name"] }
    )
    sign_in("hamish@marrow.example")

    assert_equal 0, answer_of(water("movement", mine: "yes"), "reach")["n"]
    water("movement", species: "kelpie")

    assert_equal [422, ["species"]], [last_response.status, answer["fields"].keys]
    water("movement", from: "2025-07-01", to: "2025-06-01")

    assert_equal [422, ["to"]], [last_response.status, answer["fields"].keys]
  end

  def test_lengths_taggers_and_areas_leave_out
    release(tags[0], days: 40)
    release(tags[1], days: 40, length_mm: 510)
    sign_in("hamish@marrow.example")
    count = ->(**filter) { answer_of(water("movement", **filter), "reach")["n"] }

    assert_equal [1, 1, 2], [
      count[from_mm: 500], count[to_mm: 500], count[from_mm: 400, to_mm: 600]
    ]
    assert_equal [2, 0], [count[tagger: @isolde[:id]], count[tagger: @hamish[:id]]]
    assert_equal [2, 0],
      [count[area: "48.6,-21.5,48.7,-21.4"], count[area: "48.7,-21.5,48.8,-21.4"]]
    water("movement", area: "48.7,-21.4,48.6,-21.5")

    assert_equal [422, ["area"]], [last_response.status, answer["fields"].keys]
    water("movement", from_mm: 500, to_mm: 400)

    assert_equal [422, ["to_mm"]], [last_response.status, answer["fields"].keys]
  end

  # However small the area that is asked about: whole cells of 5 km are told of others' fish.
  def test_an_area_finds_nobodys_place
    release(tags[0], days: 40)
    Seeds.member(db, "Wren Castellan", email: "wren@marrow.example", password: PASSWORD)
    sign_in("wren@marrow.example")
    [[48.61, -21.47], [48.62, -21.46], [48.63, -21.45]].each do |lat, lon|
      area = [lat - 0.001, lon - 0.001, lat + 0.001, lon + 0.001].map do |side|
        side.round(4)
      end.join(",")
      inside = Core::Geography::CoarsePlace.of(lat,
        lon) == Core::Geography::CoarsePlace.of(48.61, -21.47)

      answer = water("movement", area:)["answers"]

      assert_equal inside ? "movement_too_few" : "reach", answer.first["key"]
    end
    water("movement", tagger: @isolde[:id])

    assert_equal 403, last_response.status
    assert_empty ask("/api/water/choices")["taggers"]
  end

  # Views that cut across the place of a fish, in steps of metres: always the same whole cell, at
  # every size of a view that shows single cells.
  def test_no_view_of_the_map_cuts_a_cell
    5.times { |index| release(tags[index]) }
    Seeds.member(db, "Wren Castellan", email: "wren@marrow.example", password: PASSWORD)
    sign_in("wren@marrow.example")
    rng = Random.new(29)
    seen = Array.new(40) do
      south, west = 48.61 - rng.rand(0.0..0.06), -21.47 - rng.rand(0.0..0.06)
      view = [south, west, south + rng.rand(0.001..0.06), west + rng.rand(0.001..0.06)]
      ask("/api/water/map?within=#{view.map { |side| side.round(5) }.join(',')}")["cells"]
    end

    whole = Core::Geography::CoarsePlace.of(48.61, -21.47)
    cells = seen.flatten.uniq

    assert_equal 1, cells.size, "the cell is there whole or not at all"
    assert_in_delta whole[:lat_deg], cells[0].values_at("south", "north").sum / 2, 1e-4
    assert_in_delta whole[:lon_deg], cells[0].values_at("west", "east").sum / 2, 1e-4
    assert_equal [5, 0], cells[0].values_at("released", "back")
    assert_operator seen.count(&:any?), :>, 10
  end

  def test_the_fish_behind_a_cell_and_their_ways
    release(tags[0], days: 40)
    release(tags[1])
    sign_in
    answer = ask("/api/water/fish?area=48.6,-21.5,48.7,-21.4")

    assert_equal([1, 0], answer["fish"].map { |entry| entry["caught"] })
    assert_equal "European seabass", answer["fish"].first["common_name"]
    ways = ask("/api/water/ways?mine=yes")

    refute ways["coarse"]
    assert_equal [48.61, -21.47], ways["ways"].first["path"].first
    coarse = ask("/api/water/ways")

    assert coarse["coarse"]
    assert_equal Core::Geography::CoarsePlace.of(48.61, -21.47).values,
      coarse["ways"].first["path"].first
  end

  def test_the_map_of_a_month
    release(tags[0], days: 40)
    sign_in
    within = "48,-22,49,-21"
    sums = [nil, 6, 7, 1].map do |month|
      cells = ask("/api/water/map?mine=yes&within=#{within}#{"&month=#{month}" if month}")["cells"]
      %w[released back].map { |key| cells.sum { |cell| cell[key] } }
    end

    assert_equal [[1, 1], [1, 0], [0, 1], [0, 0]], sums
  end

  def test_fish_for_fishing_counts_blank_days_and_says_what_is_missing
    trips = Array.new(6) { Seeds.trip(db, @isolde, held_on: Date.new(2026, 6, 1)) }
    put = ->(trip, **effort) { send_json(:put, "/api/trips/#{trip}/effort", effort) }
    sign_in

    assert_match(/0 trips recorded/, answer_of(water("effort"), "catch_per_hour")["missing"])
    trips.each { |trip| put[trip, fished_hours: 4, rods: 2] }

    assert_equal [4.0, 2], answer["trip"].values_at("fished_hours", "rods")
    put_encounter(Seeds.encounter(trips[0], start: Time.utc(2026, 6, 1, 12)))
    Acts::WaterJob.run("effort", {})
    reply = answer_of(water("effort"), "catch_per_hour")

    assert_match(/over 6 trips/, reply["sentence"])
    assert_equal ["Marrow Sound", "June", 6, 48.0, 1], reply["rows"].first.first(5)
    put[trips[0], fished_hours: 4, rods: nil]

    assert_equal [422, "half_an_effort"], [last_response.status, answer["code"]]
    put[trips[1], fished_hours: nil, rods: nil]

    assert_nil answer["trip"]["rods"]
    send_json(:post, "/api/trips/#{trips[2]}/submit")

    assert_predicate last_response, :ok?, "a blank day is handed in"
    send_json(:post, "/api/trips/#{trips[1]}/submit")

    assert_equal "nothing_to_submit", answer["code"]
  end

  # What the programme's own fish teach is what matching expects from then on, and says so.
  def test_a_sound_curve_takes_the_place_of_the_house_rule_in_matching
    fit = Core::Estimates::Growth::Fit.new(
      a_mm: 300.0, b_mm: 500.0, ga: 90.0, gb: 40.0, n: 80, k: 0.29, linf_mm: 660.0,
      errors: { ga: 3.0, gb: 2.0 }
    )
    fits = lambda do |even, seasonal = "none"|
      Core::Answers::GrowthAnswer::Fits.new(even:, seasonal:)
    end
    kept = ->(even) { Acts::KeepGrowth.call(store, store.species.find("seabass"), fits[even]) }
    keep = -> { kept[fit] }
    few = fit.dup.tap { |entry| entry.n = 40 }
    poor = fit.dup.tap { |entry| entry.errors = { ga: 30.0, gb: 2.0 } }

    refute kept[few]
    refute kept[poor]
    assert_nil store.species.find("seabass").growth
    release(tags[0])
    put_report(Seeds.report(number_as_read: tags[0], caught_on: Date.new(2026, 6, 1)))

    assert_equal [nil], db[:matches].select_map(:growth_version)
    assert keep.call
    refute keep.call, "the same curve is no new version"
    curve = store.species.find("seabass").growth

    assert_equal [660.0, 0.29], [curve.linf_mm, curve.k_per_year]
    release(tags[1])
    put_report(Seeds.report(number_as_read: tags[1], caught_on: Date.new(2026, 6, 2)))

    assert_equal [nil, curve.version], db[:matches].order(:id).select_map(:growth_version)
    fit.linf_mm = 700.0

    assert keep.call
    assert_operator store.species.find("seabass").growth.version, :>, curve.version
    swinging = Core::Estimates::SeasonalGrowth::Fit.new(
      ga: 90.0, gb: 40.0, u: 0.6, w: 0.55, aic: 1.0, even_aic: 9.0, errors: { ga: 3.0, gb: 2.0 }
    )

    assert Acts::KeepGrowth.call(store, store.species.find("seabass"), fits[fit, swinging])
    assert_equal [0.6, 0.55],
      store.species.find("seabass").growth.to_h.values_at(:swing, :fastest)
  end

  def test_a_coordinator_says_whether_an_assumption_holds
    sign_in
    say = lambda do |key, holds|
      send_json(
        :put,
        "/api/water/assumptions/#{key}",
        { holds:, why: "Only the harbour is fished." }
      )
    end
    say.call("effort_even", false)

    assert_equal 403, last_response.status
    sign_in("hamish@marrow.example")
    say.call("effort_even", false)
    answer = answer_of(water("movement"), "reach")["assumptions"].first

    assert_equal ["effort_even", false, "Only the harbour is fished.", "Hamish Torvald"],
      answer.values_at("key", "holds", "why", "by")
    say.call("no_such_thing", true)

    assert_equal 404, last_response.status
  end

  # A tagger sees cells of 5 km; a coordinator finer ones, and everybody their own.
  def test_the_map_is_coarse_for_who_may_not_know_places
    release(tags[0], place: { lat_deg: 48.6101, lon_deg: -21.4701 }, place_how: "map")
    release(tags[1], place: { lat_deg: 48.6130, lon_deg: -21.4701 }, place_how: "map")
    map = ->(query = "") { ask("/api/water/map?within=48.60,-21.48,48.62,-21.46#{query}") }
    sign_in
    coarse = map.call

    assert coarse["coarse"]
    assert_equal([[true, 0]], coarse["cells"].map { |cell| cell.values_at("few", "released") })
    entry = coarse["cells"].first

    assert_operator (entry["north"] - entry["south"]) * 111.2, :>=, 4.99
    assert_equal([1, 1], map.call("&mine=yes")["cells"].map { |cell| cell["released"] })
    sign_in("hamish@marrow.example")
    fine = map.call

    assert_equal [false, [1, 1]], [fine["coarse"], fine["cells"].map { |cell| cell["released"] }]
    ask("/api/water/map?within=48.62,-21.48,48.60,-21.46")

    assert_equal 422, last_response.status
  end

  def test_double_tags_are_counted_by_what_was_told_at_the_first_return
    two = tags.first(2)
    id = SecureRandom.uuid
    start = RELEASED_ON.to_time + (9 * 3600)
    record(id, two[0], start, kind: "tagged", length_mm: 400, tag_numbers: two)
    record(SecureRandom.uuid, two[1], start + (365.25 * 86_400), kind: "recaptured", length_mm: 450)

    assert_equal([1], store.water.double_tagged({}).map { |row| row[:tags_left] })
    assert_in_delta 1.0, store.water.double_tagged({}).first[:years], 0.002
  end

  PARTS = { reporting_from: 50, reporting_to: 90, deaths_from: 1, deaths_to: 8 }.freeze

  def test_the_share_that_is_taken_says_what_it_rests_on_and_what_is_missing
    sign_in
    answer = water("exploitation", **PARTS)["answer"]

    assert_match(/How many tags stay in is not known yet/, answer["missing"])
    assert_nil answer["sentence"]
    assert_equal ["catches reported", 50, 90], answer["rows"][1]
    water("exploitation", **PARTS, reporting_to: 40)

    assert_equal [422, ["reporting_to"]],
      [last_response.status, JSON.parse(last_response.body)["fields"].keys]
    water("exploitation", **PARTS.except(:deaths_to))

    assert_equal 422, last_response.status
  end

  def test_only_fish_of_one_way_of_measuring_or_one_hook
    db[:trips].where(id: @trip).update(plan: Sequel.pg_jsonb({ hook: "circle" }))
    release(tags[0], days: 40, length_mm: 350)

    sign_in

    assert_equal 1, answer_of(water("movement", how: "board"), "reach")["n"]
    assert_equal 0, answer_of(water("movement", how: "tape"), "reach")["n"]
    assert_equal 1, answer_of(water("movement", hook: "circle", mine: "yes"), "reach")["n"]
    assert_equal 0, answer_of(water("movement", hook: "treble", mine: "yes"), "reach")["n"]
    within = "48,-22,49,-21"

    sums = %w[circle j].map do |hook|
      ask("/api/water/map?within=#{within}&mine=yes&hook=#{hook}")["cells"].sum do |cell|
        cell["released"]
      end
    end

    assert_equal [1, 0], sums
  end

  def test_all_of_it_prints_with_its_sentences
    12.times { |index| release(tags[index], days: 40 + index, length_mm: 350 + (10 * index)) }
    sign_in
    get("/api/water/season.pdf?species=seabass")

    assert_equal [200, "application/pdf"], [last_response.status, last_response.media_type]
    text = PdfText.of(last_response.body).gsub(/\s+/, " ")

    assert_includes text, answer_of(water("movement", species: "seabass"), "reach")["sentence"]
    assert_includes text, "European seabass"
  end
end
