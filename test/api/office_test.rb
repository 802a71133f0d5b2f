# frozen_string_literal: true

require_relative "../support/api_case"

# What the office takes back, sets, writes and hands out.
class OfficeSettingsTest < ApiCase
  LAW = {
    species_code: "seabass",
    water_code: "marrow_sound",
    min_mm: 420,
    max_mm: nil,
    length_kind: "FL",
    season_first: nil,
    season_last: nil,
    bag_limit: 2,
    in_water_only_mm: nil,
    authority: "Marrow Sound Fisheries Board",
    checked_on: Date.today.iso8601,
    link: nil
  }.freeze

  def setup
    super
    sign_in("hamish@marrow.example")
  end

  def test_today_names_what_waits_and_nothing_else
    assert_empty today.keys - %w[permits pouches laws]
    corin = Seeds.member(db, "Corin Vane")
    db[:members].where(id: corin.id).update(permit_expires_on: Date.today + 12)
    db[:letters].insert(
      kind: "thanks_to_finder", recipient: "wenna@finders.example", subject: "Thanks",
      body: "Thank you.", state: "failed"
    )

    assert_equal 1, today["letters"]["count"]
    assert_includes today["permits"]["first"], "Corin Vane"
    refute today.key?("reports")
    sign_in("isolde@marrow.example")
    get "/api/office/today"

    assert_equal 403, last_response.status
  end

  def today
    get "/api/office/today"
    answer["items"].to_h { |item| [item["key"], item] }
  end

  def test_a_law_entered_wrongly_is_taken_back_and_the_one_before_counts_again
    send_json(:post, "/api/laws", LAW)
    wrong = in_force(send_json(:post, "/api/laws", LAW.merge(min_mm: 4200, max_mm: nil)))

    assert_equal 4200, wrong["min_mm"]
    answer =
      send_json(:post, "/api/laws/#{wrong['id']}/withdrawal", { because: "A nought too many." })

    assert_equal 420, in_force(answer)["min_mm"]
    assert_equal ["A nought too many.", 4200],
      answer["past_laws"].first.values_at("withdrawn_because", "min_mm")
    send_json(:post, "/api/laws/#{wrong['id']}/withdrawal", { because: "Once more." })

    assert_equal 404, last_response.status
    assert(
      ask("/api/audit?record=law")["entries"].any? do |entry|
        entry["changed"].to_s.include?("A nought too many.")
      end
    )
  end

  def test_figures_and_notes_of_the_house_reach_the_card_the_guide_and_the_records
    sent = {
      base_version: 1,
      choices: {},
      why: "A careful summer.",
      figures: {
        air_percent: 50
      },
      guild_notes: {
        bass_like: "Mind the gill cover."
      }
    }
    rules = send_json(:put, "/api/house-rules", sent)

    assert_equal(
      [2, 50, { "bass_like" => "Mind the gill cover." }],
      [rules["version"], figure(rules, "air_percent"), rules["guild_notes"]]
    )
    Seeds.trip(db, @isolde, held_on: Date.today)
    sign_in
    card = ask("/api/deck?on=#{Date.today}")["card"]
    answer =
      Core::Doors::Deck.new(JSON.parse(JSON.generate(card), symbolize_names: true)).fish(
        { species_code: "seabass", water_temp_c: 10 },
        now_ms: 0
      )

    assert_equal 10, answer[:air][:one_lift_seconds], "half of twenty seconds"
    guide = ask("/api/guide")["guilds"].find { |guild| guild["key"] == "bass_like" }

    assert_equal [["Mind the " \
      "gill cover."], 10], [guide["sections"].find do |section|
        section["title"] == "House note"
      end&.fetch("lines"), guide["air_seconds"]]
    clear_cookies
    open_guide = ask("/api/guide")["guilds"].find { |guild| guild["key"] == "bass_like" }

    assert_equal 10, open_guide["air_seconds"], "everybody reads how the house handles fish"
    refute_includes open_guide.to_s, "Mind the gill cover", "its notes are for members"
  end

  def test_a_figure_is_never_set_to_what_costs_the_fish_more
    send_json(
      :put,
      "/api/house-rules",
      { base_version: 1, choices: {}, why: "More time.", figures: { air_percent: 150 } }
    )

    assert_equal [422, ["figures.air_percent"]], [last_response.status, answer["fields"].keys]
    assert_includes answer["message"], "from 50 to 100"
  end

  def test_a_new_member_gets_one_letter_with_the_link_and_may_set_a_password
    send_json(
      :post,
      "/api/members",
      {
        email: "wren@marrow.example",
        name: "Wren Castellan",
        role: "tagger",
        public_name: nil,
        permit_number: nil,
        permit_expires_on: nil,
        trained: [],
        active: true
      }
    )
    run_jobs
    letters = db[:letters].where(recipient: "wren@marrow.example").all

    assert_equal(["Welcome to the tagging cooperative"], letters.map { |letter| letter[:subject] })
    key = letters.first[:body][/new-password\?key=(\S+)/, 1]
    send_json(:post, "/auth/logout")
    send_json(:post, "/auth/reset-password", { key:, password: "gannets over grey water" })

    assert_equal 200, last_response.status, last_response.body
    sign_in("wren@marrow.example", "gannets over grey water")

    assert_equal "Wren Castellan", ask("/api/session").dig("member", "name")
  end

  def test_another_address_for_a_member_who_lost_the_old_one
    send_json(:put, "/api/members/#{@isolde[:id]}/address", { email: "isolde@harbour.example" })
    run_jobs

    assert_equal [200, %w[isolde@harbour.example isolde@marrow.example]],
      [last_response.status, db[:letters].select_order_map(:recipient)]
    send_json(:put, "/api/members/#{@isolde[:id]}/address", { email: "hamish@marrow.example" })

    assert_equal [409, ["email"]], [last_response.status, answer["fields"].keys]
  end

  def test_kit_is_given_and_comes_back_never_more_than_is_held
    held =
      send_json(
        :post,
        "/api/members/#{@isolde[:id]}/kit",
        { item: "Spare needle", count: 3, note: "starter kit" }
      )[
        "held"
      ]

    assert_equal([["spare needle", 3]], held.map { |entry| entry.values_at("item", "count") })
    send_json(:post, "/api/members/#{@isolde[:id]}/kit", { item: "spare needle", count: -4 })

    assert_equal 409, last_response.status
    sign_in
    own = ask("/api/members/#{@isolde[:id]}/kit")

    assert_equal [3, ["starter kit"]],
      [own["held"].first["count"], own["moves"].map { |move| move["note"] }]
    ask("/api/members/#{@hamish[:id]}/kit")

    assert_equal 403, last_response.status
  end

  def test_a_species_is_entered_once
    cod = Store::Species.new(db).row("cod")
    sent =
      cod.except(:code, :look_alikes, :source, :fl_to_tl_a_mm, :fl_to_tl_b, :fl_to_tl_se_mm).merge(
        common_name: "Sound blenny",
        scientific_name: "Blennius marrowi"
      )
    catalogue = send_json(:post, "/api/species", sent)

    assert_includes catalogue["species"].map { |species| species["code"] }, "sound_blenny"
    send_json(:post, "/api/species", sent.merge(common_name: "sound BLENNY"))

    assert_equal 409, last_response.status
  end

  def test_a_fresh_water_is_drawn_by_its_corners_and_takes_spots
    corners = [[49.70, -21.70], [49.70, -21.68], [49.72, -21.68], [49.72, -21.70]]
    send_json(:put, "/api/waters/gull_tarn", { name: "Gull Tarn", kind: "fresh", corners: })

    assert_equal 200, last_response.status, last_response.body
    spot = {
      name: "Reed bay",
      water_code: "gull_tarn",
      lat_deg: 49.71,
      lon_deg: -21.69,
      retired: false
    }
    send_json(:put, "/api/spots/reed_bay", spot)

    assert_equal 200, last_response.status, last_response.body
    far = corners.map { |lat, lon| [lat + 0.4, lon] }
    send_json(:put, "/api/waters/gull_tarn", { name: "Gull Tarn", kind: "fresh", corners: far })

    assert_equal 422, last_response.status
    assert_includes answer["message"], "Reed bay"
  end

  private

  def in_force(catalogue)
    catalogue["laws"].find do |law|
      law["species_code"] == "seabass" && law["water_code"] == "marrow_sound"
    end
  end

  def figure(rules, key) = rules["figures"].find { |rule| rule["key"] == key }["value"]
end
