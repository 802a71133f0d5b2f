# frozen_string_literal: true

require "csv"
require "nokogiri"
require "zip"
require_relative "../support/api_case"

# What goes out: equal to what is stored, coarse where it has to be, noted, and the same again by
# its hash.
class ExchangeTest < ApiCase
  LICENCE = "CC-BY-4.0"
  FAR = { lat_deg: 48.8, lon_deg: -21.1 }.freeze

  def setup
    super
    @trip = Seeds.trip(db, @isolde)
    @id = SecureRandom.uuid
    sign_in
    put_encounter(Seeds.encounter(@trip, note: "behind the third buoy"), id: @id)
    put_encounter(
      Seeds.encounter(
        @trip, number: "MS000002", start: Seeds::NOW - 600, species_code: "pollack", place: FAR
      )
    )
    put_report(Seeds.report(finder_contact: "edda@finders.example"))
    run_jobs
  end

  def export(format = "csv", **more)
    send_json(:post, "/api/exports", { format:, licence: LICENCE, **more })
  end

  def file(answer)
    get("/api/exports/#{answer['sha256']}")

    assert_equal answer["sha256"], Digest::SHA256.hexdigest(last_response.body)
    last_response.body.dup.force_encoding("UTF-8")
  end

  def table(text) = CSV.parse(text, headers: true).map(&:to_h)

  def entry(bytes, name)
    Zip::File.open_buffer(StringIO.new(bytes)).read(name).force_encoding("UTF-8")
  end

  def test_rows_are_what_is_stored_with_coarse_places_and_no_names
    answer = export

    assert_equal 3, answer["rows"]
    text = file(answer)
    rows = table(text)
    tagged = rows.find { |row| row["catch_id"] == @id }

    assert_equal ["tagged", "412", "FL", "board", "MS000001", "Isolde", @trip],
      tagged.values_at("kind", "length_mm", "length_kind", "length_how", "tag_numbers", "caught_by",
        "trip_id")
    coarse = Core::Geography::CoarsePlace.of(48.61, -21.47)

    assert_equal coarse.values, tagged.values_at("lat_deg", "lon_deg").map(&:to_f)
    assert_equal "3536", tagged["place_uncertainty_m"]
    again = rows.find { |row| row["kind"] == "reported" }

    assert_equal tagged["fish_id"], again["fish_id"], "one fish, one name"
    ["Brannock", "Edda", "edda@", "third buoy", "Cutter", "48.61,"].each do |secret|
      refute_includes text, secret
    end
  end

  # What the database escapes, and what a table would take for its own marks or for a formula; a
  # temperature below nought is none.
  def test_whatever_stands_in_a_cell_comes_out_as_it_is
    odd = ["=M\tS", "a\\b\\N\n\"c,d", "ümlaut"]
    db[:taggings].where(encounter_id: @id).delete
    db[:encounter_records].where(id: @id).update(
      read_numbers: Sequel.pg_array(odd, :text), water_temp_c: -1.5, weight_g: nil
    )
    row = table(file(export)).find { |entry| entry["catch_id"] == @id }

    assert_equal ["'#{odd.join(' ')}", "-1.5", nil],
      row.values_at("tag_numbers", "water_temp_c", "weight_g")
    point = JSON.parse(file(export("geojson")))["features"]
      .map { |entry| entry["properties"] }.find { |entry| entry["catch_id"] == @id }

    assert_equal [odd.join(" "), -1.5], point.values_at("tag_numbers", "water_temp_c")
    refute point.key?("weight_g")
  end

  def test_the_filter_in_view_counts_and_ones_own_fish_may_be_exact
    assert_equal 1, export(filter: { species: "pollack" })["rows"]
    assert_equal 1, export(filter: { area: "48.7,-21.2,48.9,-21.0" })["rows"]
    assert_operator export("package", filter: { area: "48.7,-21.2,48.9,-21.0" })["rows"], :>, 1
    assert_equal 0, export(filter: { to: "2020-01-01" })["rows"]
    own = export(exact: true, filter: { mine: "yes" })

    first = table(file(own)).find { |row| row["catch_id"] == @id }

    assert_equal %w[48.61 50], first.values_at("lat_deg", "place_uncertainty_m")
    assert_equal([403, "coordinators_only"], export(exact: true).then do |reply|
      [last_response.status, reply["code"]]
    end)
  end

  def test_exact_places_go_to_a_named_receiver_and_are_noted
    sign_in("hamish@marrow.example")

    assert_equal "no_receiver", export(exact: true)["code"]
    answer = export(exact: true, receiver: "Marrow Institute")

    assert_includes table(file(answer)).map { |row| row["lat_deg"] }, "48.61"
    listed = ask("/api/exports")["exports"].first

    assert_equal ["Hamish Torvald", "Marrow Institute", true, answer["sha256"]],
      listed.values_at("by", "receiver", "is_exact", "sha256")
    audit = ask("/api/audit?record=exports")["entries"].first

    assert_equal ["exports", "Hamish Torvald"], audit.values_at("record", "by")
    sign_in

    assert_equal 404, get("/api/exports/#{answer['sha256']}").status, "nobody else's"
    assert_empty ask("/api/exports")["exports"]
  end

  def test_a_package_explains_itself_and_its_hashes_are_true
    bytes = file(export("package"))
    descriptor = JSON.parse(entry(bytes, "datapackage.json"))

    assert_equal([LICENCE], descriptor["licenses"].map { |license| license["name"] })
    descriptor["resources"].each do |resource|
      text = entry(bytes, resource["path"])
      rows = table(text)

      assert_equal "sha256:#{Digest::SHA256.hexdigest(text)}", resource["hash"]
      assert_equal text.bytesize, resource["bytes"]
      assert_equal resource.dig("schema", "fields").map { |field|
        field["name"]
      }, CSV.parse_line(text)
      key = resource.dig("schema", "primaryKey")

      assert_equal rows.size, rows.map { |row| row[key] }.uniq.size
      resource.dig("schema", "fields").each { |field| fits(rows, field) }
    end
    species = table(entry(bytes, "data/species.csv")).map { |row| row["species_code"] }
    catches = table(entry(bytes, "data/catches.csv"))

    assert_empty catches.map { |row| row["species_code"] } - species
    assert_includes entry(bytes, "README.md"), "Exact places. They belong to the tagger"
  end

  TYPES = {
    "integer" => /\A-?\d+\z/, "number" => /\A-?\d+(\.\d+)?\z/, "date" => /\A\d{4}-\d\d-\d\d\z/
  }.freeze

  def fits(rows, field)
    rows.filter_map { |row| row[field["name"]] }.reject(&:empty?).each do |value|
      assert_match TYPES.fetch(field["type"], //), value, field["name"]
      enum = field.dig("constraints", "enum")

      assert_includes enum, value, field["name"] if enum
    end
  end

  def test_the_archive_in_other_peoples_terms_says_which_column_is_which
    bytes = file(export("darwin_core"))
    meta = Nokogiri::XML(entry(bytes, "meta.xml")).remove_namespaces!

    assert_equal %w[occurrence.txt measurement.txt], meta.xpath("//location").map(&:text)
    occurrences = CSV.parse(entry(bytes, "occurrence.txt"), col_sep: "\t")
    terms = meta.xpath("//core/field").to_h do |term|
      [term["term"][%r{[^/]+\z}], term["index"].to_i]
    end
    row = occurrences.drop(1).find { |occurrence| occurrence[0] == @id }

    assert_equal occurrences.first.size, terms.size + 1
    assert_equal ["Dicentrarchus labrax", "HumanObservation", "3536"],
      row.values_at(*terms.values_at("scientificName", "basisOfRecord",
        "coordinateUncertaintyInMeters"))
    measured = CSV.parse(entry(bytes, "measurement.txt"), col_sep: "\t")

    assert_includes measured,
      [@id, "#{@id}:fork length", "fork length", "412", "mm", "on a measuring board"]
    assert_equal measured.size, measured.map { |entry| entry[1] }.uniq.size, "each has its own id"
    assert_equal ["species", Acts::ExportData::LICENCES.fetch(LICENCE)],
      row.values_at(*terms.values_at("taxonRank", "license"))
    assert_empty %w[datasetName samplingProtocol maximumDepthInMeters rightsHolder kingdom] -
      terms.keys
    assert_empty measured.drop(1).map(&:first) - occurrences.drop(1).map(&:first)
    eml = Nokogiri::XML(entry(bytes, "eml.xml"))

    assert_includes eml.at_css("title").text, "Tagged fish of"
    assert_equal Acts::ExportData::LICENCES.fetch(LICENCE), eml.at_css("ulink")["url"]
    days = occurrences.drop(1).map { |occurrence| occurrence[terms["eventDate"]] }

    assert_equal days.minmax, eml.css("calendarDate").map(&:text)
    assert_equal 4, eml.css("boundingCoordinates > *").size
    assert_operator eml.css("methodStep").size, :>=, 2
  end

  def test_points_for_maps
    geojson = JSON.parse(file(export("geojson")))

    assert_equal [3, "FeatureCollection"], [geojson["features"].size, geojson["type"]]
    assert_match "creativecommons.org", geojson["license"]
    assert_equal "Point", geojson["features"].first.dig("geometry", "type")
    way = JSON.parse(file(export("ways")))["features"].fetch(0)
    fish = db[:encounters].where(id: @id).get(:fish_id)

    assert_equal ["LineString", fish],
      [way.dig("geometry", "type"), way.dig("properties", "fish_id")]
    coarse = Core::Geography::CoarsePlace.of(48.61, -21.47)

    assert_equal coarse.values.reverse, way.dig("geometry", "coordinates", 0)
    gpx = Nokogiri::XML(file(export("gpx"))).remove_namespaces!

    assert_equal 3, gpx.xpath("//wpt[@lat and @lon]/name").size
    assert_empty gpx.xpath("//wpt/time"), "nobody knows the hour from the day"
    assert_match "creativecommons.org", gpx.at_xpath("//metadata/copyright/license").text
    assert_equal "catches.#{LICENCE}.csv", export["file_name"]
  end

  def test_the_contract_is_served_whole
    answer = ask("/api/openapi.json")

    assert_equal "3.1.0", answer["openapi"]
    assert_equal %w[readingKey session], answer.dig("components", "securitySchemes").keys.sort
  end

  def test_every_column_is_explained
    answer = ask("/api/exchange/tables")
    columns = answer["tables"].flat_map { |table| table["columns"] }

    assert(columns.all? { |column| column["meaning"].size > 3 })
    assert_equal(%w[catches trips species], answer["tables"].map { |table| table["name"] })
    assert_operator answer["withheld"].size, :>=, 5
  end
end
