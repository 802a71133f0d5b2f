# frozen_string_literal: true

require "csv"
require_relative "../support/api_case"

# Nobody who is not signed in learns a place finer than the 5 km grid, a finder, or a name that its
# member does not show: over every route of the contract.
class PrivacyTest < ApiCase
  EXACT = [[48.63012, -21.44587], [48.69432, -21.31987]].freeze
  SECRETS = [
    "Brannock", "Torvald", "Castellan", "Edda", "Morrow", "edda@", "third buoy", "secret corner",
    "Cutter Ledge", "isolde@", "hamish@"
  ].freeze
  # What answers somebody without an account, and with what it may be asked.
  OPEN = %w[
    /api/health
    /api/readiness
    /api/boards/fish.pdf
    /api/coast
    /api/guide
    /api/session
    /api/species
    /api/stories/{story_key}
    /api/stories/{story_key}/certificate.pdf
    /api/stories/{story_key}/picture.png
    /api/numbers/{number}
    /api/join
    /api/exchange/tables
    /api/openapi.json
  ].freeze

  def setup
    super
    wren =
      Seeds
        .member(db, "Wren Castellan")
        .then { |member| db[:members].where(id: member[:id]).update(public_name: nil) && member }
    Seeds.pouch(db, wren, first: 101)
    place = EXACT.map { |lat_deg, lon_deg| { lat_deg:, lon_deg: } }
    @key =
      record(
        wren,
        number: "MS000101",
        place: place[0],
        note: "secret corner",
        start: Seeds::NOW - (86_400 * 90)
      )[
        :story_key
      ]
    put_report(
      Seeds.report(
        number_as_read: "MS000101",
        caught_on: Seeds::NOW.to_date - 20,
        place: place[1],
        place_words: "by the third buoy",
        finder_contact: "edda@finders.example"
      ),
      id: @report = SecureRandom.uuid
    )
    put_report(
      Seeds.report(
        number_as_read: "MS00010?",
        place: place[0],
        finder_contact: "edda@finders.example"
      ),
      id: @waiting = SecureRandom.uuid
    )
  end

  def record(member, **sent)
    @trip = Seeds.trip(db, member)
    Acts::RecordEncounter.call(
      Acts::Context.new(store:, member:, now: Seeds::NOW),
      id: @encounter = SecureRandom.uuid,
      sent: Seeds.encounter(@trip, **sent)
    )
  end

  # Every id that exists, so that a refusal is for want of a sign-in and not for want of a record.
  def filled(path)
    ids = {
      "/api/reports" => @report,
      "/api/encounters" => @encounter,
      "/api/trips" => @trip,
      "/api/queries" => @encounter,
      "/api/members" => @isolde[:id]
    }
    path.gsub(/\{(\w+)\}/) do
      {
        "story_key" => @key,
        "number" => "MS000101",
        "key" => "k" * 22,
        "code" => path.include?("queries") ? "condition" : "cod",
        "kind" => "welcome",
        "size" => "shown",
        "photo_id" => SecureRandom.uuid
      }[
        Regexp.last_match(1)
      ] || ids.find { |start, _| path.start_with?(start) }&.last || SecureRandom.uuid
    end
  end

  # Decimals that stand within some 500 m of an exact place, and on no grid.
  def fine_places(text)
    text
      .scan(/-?\d+\.\d{2,}/)
      .map(&:to_f)
      .select { |number| EXACT.flatten.any? { |exact| (number - exact).abs < 0.005 } }
  end

  def test_the_places_of_this_test_are_not_on_the_grid_themselves
    EXACT.each do |lat, lon|
      assert_empty fine_places(Core::Geography::CoarsePlace.of(lat, lon).values.join(" "))
    end
    refute_empty fine_places("48.6302")
  end

  def test_every_route_of_the_contract_without_a_sign_in
    answered = []
    ApiCase.contract.document.fetch("paths").each do |path, operations|
      (operations.keys & %w[get put post patch delete]).each do |verb|
        next if path.start_with?("/auth")

        verb == "get" ? get(filled(path)) : send_json(verb.to_sym, filled(path), {})
        answered << path if last_response.successful?
        leaks(path)
      end
    end

    assert_equal OPEN.sort,
      answered.sort,
      "a route that is open to everybody is written " \
        "down here, and held against the secrets"
  end

  def leaks(path)
    body = last_response.body.dup.force_encoding("UTF-8")
    body = PdfText.of(last_response.body) if last_response.content_type.to_s.include?("pdf")
    body = body.scrub("")

    # The chart of the water is everybody's; no fish is on it, and no spot but public ones.
    chart = path == "/api/coast"

    SECRETS.each do |secret|
      refute_includes body, secret, "#{path} tells #{secret}"
    end
    unless chart || last_response.content_type.to_s.include?("png")
      assert_empty fine_places(body), "#{path} tells a place"
    end
    return unless last_response.content_type.to_s.include?("png")

    refute_match(/tEXt|iTXt|eXIf/, last_response.body.b, path)
  end

  # What a finder is told, and what an error says.
  def test_answers_and_refusals_to_a_finder
    [
      Seeds.report(number_as_read: "MS000101", finder_name: "Gil"),
      Seeds.report(number_as_read: "MS000101", species_code: "cod", finder_name: "Gil"),
      Seeds.report(number_as_read: "MS0001??", finder_name: "Gil")
    ].each do |sent|
      put_report(sent)
      leaks("/api/reports")
      put_report(sent, id: @waiting)

      assert_equal 409, last_response.status
      leaks("a refusal")
    end
    get("/api/reports/#{@report}", {}, { "HTTP_X_REPORT_KEY" => "guess" })

    assert_equal 404, last_response.status
    leaks("/api/reports/{id}")
  end

  # The way by water runs between the cells; the middles of the story are the grid's.
  def test_the_story_stands_on_the_grid
    story = ask("/api/stories/#{@key}")
    cells = EXACT.map { |lat, lon| Core::Geography::CoarsePlace.of(lat, lon).values }

    assert_equal(cells, story["catches"].map { |catch| catch.values_at("lat_deg", "lon_deg") })
    assert_equal cells, [story["whole"]["path"].first, story["whole"]["path"].last]
    assert_equal(
      [0, 0],
      story["whole"].values_at("distance_m", "by_water_m").map { |metres| metres % 5000 }
    )
  end
end

# Figures about other members' fish: who reads them is a tagger with fish of their own.
class FiguresOfOthersTest < ApiCase
  READER = "reader@marrow.example"

  def setup
    super
    Seeds.member(db, "Wren Castellan", email: READER, password: PASSWORD)
    @members = Array.new(3) { |index| Seeds.member(db, "Member #{index}") }
    @next_number = 100
  end

  def release(member, year: 2025, **changes)
    Seeds.pouch(db, member, count: 1, first: @next_number += 1)
    start = Time.utc(year, 6, 1, 9)
    Acts::RecordEncounter.call(
      Acts::Context.new(store:, member:, now: Time.now), id: SecureRandom.uuid,
      sent: Seeds.encounter(
        Seeds.trip(db, member, held_on: start.to_date), number: format("MS%06d", @next_number),
        start:, **changes
      )
    )
  end

  def answer_keys(topic, **query)
    ask("/api/water/#{topic}?#{URI.encode_www_form(query)}")["answers"].map do |answer|
      answer["key"]
    end
  end

  # The last of them makes it five fish of three members.
  def test_few_fish_or_few_members_are_not_told
    2.times { @members.each { |member| release(member) if member != @members[2] } }
    sign_in(READER)

    assert_equal ["lengths_too_few"], answer_keys("lengths"), "four fish of two members"
    release(@members[0])

    assert_equal ["lengths_too_few"], answer_keys("lengths"), "five fish of two members"
    release(@members[2])

    refute_includes answer_keys("lengths"), "lengths_too_few"
  end

  # One fish of 2024: all years are told, and those from 2025 on are not, because one is left.
  def test_what_is_left_of_two_answers_is_not_of_few_fish
    3.times { @members.each { |member| release(member) } }
    sign_in(READER)

    refute_includes answer_keys("handling", from: "2025-01-01"), "handling_too_few"
    release(@members[0], year: 2024)

    refute_includes answer_keys("handling"), "handling_too_few"
    assert_equal ["handling_too_few"], answer_keys("handling", from: "2025-03-09")
  end

  def test_nothing_is_told_of_others_by_how_they_handled_a_fish
    release(@members[0])
    sign_in(READER)
    %w[/api/water/fish?hook=circle /api/water/movement?hook=circle
      /api/water/handling?from_mm=300].each do |path|
        ask(path)

        assert_equal 403, last_response.status, path
      end

    assert_equal [nil] * 7, exported_handling
    sign_in("hamish@marrow.example")

    refute_equal [nil] * 7, exported_handling
  end

  def exported_handling
    send_json(:post, "/api/exports", { format: "csv", licence: "CC0-1.0" })
    get("/api/exports/#{answer['sha256']}")
    row = CSV.parse(last_response.body, headers: true).first
    row.values_at(*Core::Exchange::Tables::HANDLING.values[0])
  end

  # A named place is a spot: a reader without an account sees those that the drawing marks.
  def test_named_places_are_public_only_where_the_drawing_says_so
    places = lambda do
      ask("/api/coast")["features"].map { |feature| feature["properties"] }
        .select { |about| about["kind"] == "place" }
    end

    assert_equal [[true]], places.call.map { |about| [about["public"]] }.uniq
    sign_in(READER)

    assert_includes places.call.map { |about| about["name"] }, "Cutter Ledge"
  end
end
