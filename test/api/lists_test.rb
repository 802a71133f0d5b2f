# frozen_string_literal: true

require "csv"
require_relative "../support/api_case"

# Members, species and spots from lists as somebody kept them.
class ListsTest < ApiCase
  def setup
    super
    sign_in("hamish@marrow.example")
  end

  def list(kind, text, dry_run: "no")
    send_json(:post, "/api/lists/#{kind}?dry_run=#{dry_run}", text,
      "CONTENT_TYPE" => "application/octet-stream")
  end

  def faults(answer) = answer["rows"].map { |row| row["faults"].map { |fault| fault["column"] } }

  MEMBERS = <<~CSV.encode("Windows-1252")
    Name;Email;Trained;Permit number;Permit expires on
    Renée Quill;renee@marrow.example;tagging;MSC-77;2027-05-01
    Tam Ottery;isolde@marrow.example;;;
    Jory Penrose;jory at marrow;tagging, juggling;;1 May 2027
  CSV

  def test_members_come_in_from_a_table_of_an_office_program_and_get_their_letter
    answer = list("members", MEMBERS, dry_run: "yes")

    assert_equal [[], ["email"], %w[email permit_expires_on trained]], faults(answer).map(&:sort)
    assert_match(/signs in with this address/, answer.dig("rows", 1, "faults", 0, "rule"))
    assert_equal [0, 0], [answer["stored"], db[:members].where(name: "Renée Quill").count]
    assert_equal 1, list("members", MEMBERS)["stored"]
    added = db[:members].where(name: "Renée Quill").first

    assert_equal ["tagger", true, "MSC-77", Date.new(2027, 5, 1)],
      added.values_at(:role, :active, :permit_number, :permit_expires_on)
    run_jobs

    assert_equal(["renee@marrow.example"], CARRIER.letters.map { |letter| letter[:recipient] })
    assert_equal 0, list("members", MEMBERS)["stored"], "sent twice it comes in once"
  end

  def test_spots_come_as_a_table_or_as_points_and_must_lie_in_their_water
    corners = [[49.70, -21.70], [49.70, -21.68], [49.72, -21.68], [49.72, -21.70]]
    send_json(:put, "/api/waters/gull_tarn", { name: "Gull Tarn", kind: "fresh", corners: })
    csv = "name,water_code,lat_deg,lon_deg\nFar Skerry,Marrow Sound,\"48,61\",-21.47\n" \
      "Dry Tor,gull_tarn,48.74,-21.3\nLost,Nowhere Bay,48.6,-21.4\n"
    reply = list("spots", csv)

    assert_equal [[], ["lat_deg"], ["water_code"]], faults(reply)
    assert_equal "sea", db[:spots].join(:waters, code: :water_code)
      .where(Sequel[:spots][:name] => "Far Skerry").get(:kind)
    assert_match(/called Far Skerry already/,
      list("spots", csv).dig("rows", 0, "faults", 0, "rule"))
    point = { type: "Feature", properties: { name: "Near Skerry", water_code: "Marrow Sound" },
              geometry: { type: "Point", coordinates: [-21.47, 48.62] } }
    sent = { type: "FeatureCollection", features: [point] }

    assert_equal 1, list("spots", JSON.generate(sent))["stored"]
    line = { **point, geometry: { type: "LineString", coordinates: [[0, 0], [1, 1]] } }
    list("spots", JSON.generate(sent.merge(features: [point, line])))

    assert_match(/Feature 2 is not a point/, answer["message"])
  end

  # What goes out as a table comes in again, but for what is there.
  def test_species_go_out_and_come_in
    get "/api/lists/species"
    table = last_response.body

    assert_match(/already/, list("species", table).dig("rows", 0, "faults", 0, "rule"))
    bass = table.lines.find { |line| line.start_with?("European seabass") }
    other = (table.lines.first + bass).sub("European seabass", "Marrow bass")
      .sub("Dicentrarchus labrax", "Dicentrarchus marrowi")

    assert_equal([1, []], list("species", other).then { |reply| [reply["stored"], *faults(reply)] })
    assert_equal db[:species].where(code: "seabass").get(%i[typical_mm warm_c guild_key]),
      db[:species].where(code: "marrow_bass").get(%i[typical_mm warm_c guild_key])
    %w[members spots].each do |kind|
      get "/api/lists/#{kind}"

      assert_operator last_response.body.lines.size, :>, 1
      assert_equal 0, list(kind, last_response.body)["stored"]
    end
  end

  def test_what_is_no_such_list_says_what_is_wrong
    { "name,shoe_size\nTam,44\n" => /no column shoe_size.*email is missing/,
      "{\"features\": [" => /bracket or a comma/, "PK\x03\x04".b => /./,
      "{}" => /no features/ }.each do |text, sentence|
        list("members", text)

        assert_equal 422, last_response.status
        assert_match sentence, answer["message"]
      end
    sign_in
    list("members", MEMBERS)

    assert_equal 403, last_response.status
  end
end
