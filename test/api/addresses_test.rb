# frozen_string_literal: true

require_relative "../support/api_case"

# Unknown addresses, icons, and the private address of a calendar.
class AddressesTest < ApiCase
  def test_what_is_nowhere_says_so_with_its_status
    { "/nowhere" => "text/html", "/deck/nowhere" => "text/html" }.each do |path, type|
      get(path, {}, "HTTP_ACCEPT" => "text/html")

      assert_equal [404, type], [last_response.status, last_response.media_type], path
    end
    %w[/metrics /nothing.js /.env].each do |path|
      get(path, {}, "HTTP_ACCEPT" => "*/*")

      assert_equal [404, "text/plain"], [last_response.status, last_response.media_type], path
    end
    get("/deck")

    assert_equal [200, "text/html"], [last_response.status, last_response.media_type]
  end

  def test_icons_and_the_manifest_are_what_they_are
    { "/favicon.ico" => "image/x-icon", "/mark-192.png" => "image/png",
      "/manifest.webmanifest" => "application/manifest+json", "/mark.svg" => "image/svg+xml" }
      .each do |path, type|
        get(path)

        assert_equal [200, type], [last_response.status, last_response.media_type], path
      end
    get("/manifest.webmanifest")

    assert_equal %w[192x192 512x512 512x512 any],
      JSON.parse(last_response.body)["icons"].map { |icon| icon["sizes"] }.sort
  end

  def test_a_calendar_reads_trips_under_a_private_address_until_it_ends
    sign_in
    Seeds.trip(db, @isolde, held_on: Date.today + 3)
    send_json(:post, "/api/me/calendar", {})
    path = URI(JSON.parse(last_response.body).fetch("address")).path
    send_json(:post, "/auth/logout", {})
    get(path)

    assert_equal [200, "text/calendar"], [last_response.status, last_response.media_type]
    assert_match "Tagging at Cutter Ledge", last_response.body
    sign_in
    get("/api/me/calendar")

    assert_equal({ "shared" => true, "address" => nil }, JSON.parse(last_response.body))
    send_json(:post, "/api/me/calendar", {})
    get(path)

    assert_equal 404, last_response.status, "another address ends the last"
    refute_includes db[:members].select_map(:calendar_digest).compact,
      path[%r{calendars/([^/]+)}, 1]
  end
end
