# frozen_string_literal: true

require_relative "../support/api_case"
require "rexml/document"

# The front page is what strangers see: fish that came back, and nothing that is anybody's.
class FrontTest < ApiCase
  LAT, LON = 48.7351, -21.0652

  def setup
    super
    @trip = Seeds.trip(db, @isolde)
    sign_in
    place = { lat_deg: LAT, lon_deg: LON }
    tagged = Seeds.encounter(@trip, number: "MS000001", start: Seeds::NOW - (90 * 86_400))
    put_encounter({ **tagged, place:, note: "behind the wreck" })
    put_report(Seeds.report(caught_on: Seeds::NOW.to_date - 20,
      finder_name: "Edda Morrow", finder_contact: "edda@finders.example", place:))
    clear_cookies
  end

  def pages = ["/", "/species/#{db[:fish].get(:species_code)}", "/returns.atom", "/meets.ics"]

  def test_what_came_back_is_told_without_place_person_or_day
    get("/")

    assert_equal [200, "public, max-age=30"],
      [last_response.status, last_response.headers["cache-control"]]
    assert_match(/70 days at liberty/, last_response.body)
    assert_match(%r{href="/report"}, last_response.body)
    assert_nil last_response.headers["set-cookie"]
    pages.each do |path|
      get(path)

      assert_equal 200, last_response.status, path
      refute_match(
        /48\.735|21\.065|Isolde|Brannock|Edda|finders\.example|MS000001|Cutter Ledge|wreck/,
        last_response.body, path
      )
      refute_match(/#{db[:fish].get(:story_key)}/, last_response.body, path)
      assert_no_day(path)
    end
  end

  # Of the catch no more than its month.
  def assert_no_day(path)
    day = Seeds::NOW.to_date - 20

    refute_match(/#{day.iso8601}|#{day.day} #{day.strftime('%B')}/, last_response.body, path)
  end

  # All of a week at once, so that nobody learns the day on which something came back.
  def test_returns_of_a_week_appear_together
    shown = %w[2026-11-30 2026-12-02 2026-12-06].map do |day|
      Core::Recaptures::Lately.shown_from(Date.iso8601(day))
    end

    assert_equal [Date.new(2026, 11, 30)] * 3, shown
  end

  def test_the_feed_is_a_feed
    get("/returns.atom")
    feed = REXML::Document.new(last_response.body).root

    assert_equal ["feed", "http://www.w3.org/2005/Atom", 1],
      [feed.name, feed.namespace, feed.get_elements("entry").size]
    entry = feed.get_elements("entry").first

    assert_match(/came back/, entry.get_elements("title").first.text)
    assert_match(/T00:00:00Z\z/, entry.get_elements("updated").first.text)
  end

  def test_who_is_signed_in_goes_on_to_ready
    sign_in
    get("/")

    assert_equal [302, "/ready"],
      [last_response.status, URI(last_response.headers["location"]).path]
  end

  def test_a_species_that_nobody_knows_is_nowhere
    get("/species/nothing")

    assert_equal 404, last_response.status
  end
end
