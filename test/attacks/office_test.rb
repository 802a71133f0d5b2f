# frozen_string_literal: true

require_relative "../support/api_case"

# Coordinators' own slips, and somebody who uses a coordinator's tools to stall the server.
class OfficeAttackTest < ApiCase
  def setup
    super
    sign_in("hamish@marrow.example")
  end

  def test_a_file_of_eight_million_tags_is_refused_before_one_is_made
    rows =
      (0...400).map { |index| "AB,9,#{index * 20_000},#{(index * 20_000) + 19_999},Print #{index}" }
    send_json(
      :post,
      "/api/tags/batches/import",
      { csv: "prefix,digits,first_serial,last_serial,label\n#{rows.join("\n")}", dry_run: true }
    )

    assert_equal [422, "too_many"], [last_response.status, answer["code"]]
    assert_includes answer["message"], "8000000"
  end

  def preview(body)
    send_json(:post, "/api/letter-templates/welcome/preview", { subject: "Hello", body: })
  end

  def test_letters_know_no_loops_and_cost_little
    [
      "{% for i in (1..100000000) %}x{% endfor %}",
      "{% tablerow i in (1..9999999) %}x{% endtablerow %}", "{% assign a = 'x' %}{{ a }}",
      "{% capture a %}x{% endcapture %}", "{% render 'welcome' %}", "{% include 'welcome' %}",
      "{{ 'x' | times: 'y' | date: '%' }}{% increment n %}"
    ].each do |body|
      preview(body)

      assert_equal [422, "bad_template"], [last_response.status, answer["code"]], body
    end
  end

  # Words that were good once, or came from a backup: the report goes through with ours, and the
  # page of the letters says so.
  def test_a_report_does_not_depend_on_the_words_of_a_letter
    record
    body = "{{ days | divided_by: 0 }}#{"{{ tag | replace: 'M', 'MMMM' }}" * 9}"
    store.letters.keep_template("thanks_to_finder", subject: "A fish", body:,
      member_id: @hamish[:id])
    put_report(Seeds.report(finder_contact: "edda@finders.example"))

    assert_equal "matched", answer["state"]
    run_jobs
    letter = db[:letters].where(kind: "thanks_to_finder").first

    assert_match(/Thank you for reporting tag MS000001/, letter[:body])
    reply = ask("/api/letter-templates")["templates"]

    assert_match(/A letter has no filter called divided_by/,
      reply.find { |entry| entry["kind"] == "thanks_to_finder" }["failed"])
  end

  def record
    Acts::RecordEncounter.call(
      Acts::Context.new(store:, member: @isolde, now: Seeds::NOW), id: SecureRandom.uuid,
      sent: Seeds.encounter(Seeds.trip(db, @isolde), start: Seeds::NOW - (86_400 * 30))
    )
  end

  # Filters can only be chained without growth: what took half a minute and gigabytes is no filter.
  def test_a_filter_that_makes_text_longer_is_refused
    chain = "replace: 'a', 'aaaaaaaaaa'"
    ["{{ name | #{Array.new(40, chain).join(' | ')} }}", "{{ name | append: name }}",
      "{{ name | date: '%9999d' }}"].each do |grows|
        preview(grows)

        assert_equal [422, "bad_template"], [last_response.status, answer["code"]]
      end
  end

  def test_a_filter_that_cannot_work_is_a_sentence
    [
      "{{ name | date: 5 | divided_by: 0 }}", "{{ 9999999999999 | date: '%Y' | slice: 'a' }}",
      "{{ name | modulo: 0 }}", "{{ name | truncate: 'x' }}", "{{ name | date: '%99999999999d' }}"
    ].each do |body|
      preview(body)

      assert_operator last_response.status, :<, 500, body
    end
    preview("{% if name %}Dear {{ name | upcase }}{% endif %}")

    assert_equal "Dear ISOLDE BRANNOCK", answer["body"]
  end

  def test_a_name_is_no_markup_on_paper
    name = '<link href="http://elsewhere.example">a gift</link> <b>& co'
    db[:members].where(id: @isolde[:id]).update(public_name: name)
    trip_id = Seeds.trip(db, @isolde)
    key =
      Acts::RecordEncounter.call(
        Acts::Context.new(store:, member: @isolde, now: Seeds::NOW),
        id: SecureRandom.uuid,
        sent: Seeds.encounter(trip_id)
      )[
        :story_key
      ]
    get("/api/stories/#{key}/certificate.pdf")

    assert_predicate last_response, :ok?
    refute_includes last_response.body.b, "elsewhere.example"
    assert_includes PdfText.of(last_response.body), "<link href"
  end

  def cursor(value) = Base64.urlsafe_encode64(JSON.generate(value), padding: false)

  def test_a_page_of_one_order_is_no_page_of_another
    id = SecureRandom.uuid
    [
      [{ on: "2026-01-01" }, id],
      ["text", id],
      [7, id],
      [{ on: "0000-01-01" }, id],
      [10**30, id],
      [nil, id],
      ["a\0b", id],
      [{ on: "2026-01-01" }, "not-a-uuid"],
      [[], []],
      7
    ].each do |value|
      %w[caught_on days number species].each do |sort|
        ask("/api/finds?sort=#{sort}&cursor=#{cursor(value)}")

        assert_includes [200, 422], last_response.status, "#{value} under #{sort}"
      end
    end
    [
      ["2026-01-01T00:00:00Z", 1, 2**70],
      ["0000-01-01T00:00:00Z", 1, 1],
      [1, 2, 3],
      {}
    ].each do |value|
      ask("/api/audit?cursor=#{cursor(value)}")

      assert_equal 422, last_response.status, value.inspect
    end
  end

  def crew
    trip_id = Seeds.trip(db, @hamish, held_on: Date.today)
    send_json(:post, "/api/trips/#{trip_id}/crew")["crew_key"]
  end

  def sync(key, species)
    send_json(
      :post,
      "/api/crew/#{key}",
      {
        device: "d",
        fish: [
          {
            id: SecureRandom.uuid, species_code: species, tag_number: nil, taps: [],
            undone_from: nil, undos: 0
          }
        ]
      }
    )
  end

  def test_a_species_that_nobody_knows_is_a_sentence
    sync(crew, "kraken")

    assert_equal [422, "unknown_species"], [last_response.status, answer["code"]]
  end

  def test_a_crews_key_ends_after_its_trip
    key = crew
    get("/api/crew/#{key}/card")

    assert_predicate last_response, :ok?
    db[:trips].where(crew_key: key).update(crew_key_until: Time.now - 1)
    get("/api/crew/#{key}/card")

    assert_equal 404, last_response.status
    sync(key, "seabass")

    assert_equal 404, last_response.status
    trip_id = db[:trips].where(crew_key: key).get(:id)

    refute_equal key,
      send_json(:post, "/api/trips/#{trip_id}/crew")["crew_key"],
      "and a new one is made when it is asked for"
  end

  def test_no_answer_to_a_person_is_kept_by_anybody_and_all_are_closed
    %w[/api/session /api/members /api/letters /api/tags /api/no/such/thing].each do |path|
      get(path)

      assert_equal "no-store", last_response["cache-control"], path
      assert_includes last_response["content-security-policy"], "default-src 'none'", path
      assert_equal "nosniff", last_response["x-content-type-options"]
    end
    get("/report")

    assert_includes last_response["content-security-policy"], "default-src 'self'"
    assert_nil last_response["strict-transport-security"], "not without TLS"
  end

  def test_behind_tls_a_browser_never_asks_without_it_again
    headers =
      Api::Headers.new(->(_) { [200, {}, []] }, secure: true).call({ "PATH_INFO" => "/" })[1]

    assert_match(/max-age=\d{8}/, headers["strict-transport-security"])
  end

  def test_waters_and_spots_are_kept_in_the_office
    result = ask("/api/waters")

    assert_equal ["Marrow Sound Tagging Cooperative", 12],
      [result["programme"]["name"], result["spots"].size]
    send_json(
      :put,
      "/api/spots/harrow_north",
      {
        name: "Harrow North",
        water_code: "marrow_sound",
        lat_deg: 48.60,
        lon_deg: -21.30,
        retired: false
      }
    )

    assert_predicate last_response, :ok?
    send_json(
      :put,
      "/api/spots/on_the_hill",
      {
        name: "On the hill",
        water_code: "marrow_sound",
        lat_deg: 48.60,
        lon_deg: -21.70,
        retired: false
      }
    )

    assert_equal [422, "lat_deg"],
      [last_response.status, answer["fields"].keys.first],
      "dry land is no spot"
    send_json(
      :put,
      "/api/spots/again",
      {
        name: "cutter ledge",
        water_code: "marrow_sound",
        lat_deg: 48.60,
        lon_deg: -21.30,
        retired: false
      }
    )

    assert_equal 422, last_response.status
    send_json(
      :put,
      "/api/spots/harrow_north",
      {
        name: "Harrow North",
        water_code: "marrow_sound",
        lat_deg: 48.60,
        lon_deg: -21.30,
        retired: true
      }
    )

    refute_includes store.waters.spots.map(&:code), "harrow_north"
    sign_in
    ask("/api/waters")

    assert_equal 403, last_response.status
  end

  SQUARE = [[-21.0, 48.0], [-20.9, 48.0], [-20.9, 48.1], [-21.0, 48.1], [-21.0, 48.0]].freeze

  # Land where Cutter Ledge is water.
  LEDGE = [[-21.2, 48.6], [-20.9, 48.6], [-20.9, 48.8], [-21.2, 48.8], [-21.2, 48.6]].freeze

  def feature(kind, geometry, name = "One")
    { type: "Feature", properties: { kind:, name: }, geometry: }
  end

  def test_a_drawing_that_is_no_coast_is_told_where_and_why
    {
      "type" => {
        type: "Feature"
      },
      "features" => {
        type: "FeatureCollection",
        features: [feature("place", { type: "Point", coordinates: [-21, 48.5] })]
      },
      "features.0" => {
        type: "FeatureCollection",
        features: [feature("land", { type: "Polygon", coordinates: [SQUARE.first(4)] })]
      }
    }.each do |field, drawing|
      send_json(:put, "/api/coast", { geojson: drawing })

      assert_equal [422, [field]], [last_response.status, answer["fields"].keys], drawing
    end
    send_json(
      :put,
      "/api/coast",
      {
        geojson: {
          type: "FeatureCollection",
          features: [feature("land", { type: "Polygon", coordinates: [LEDGE] })]
        }
      }
    )

    assert_includes answer["message"], "Cutter Ledge", "a spot that would lie on land is named"
    assert_equal 24, store.programme.coast.size, "and nothing was changed"
  end
end
