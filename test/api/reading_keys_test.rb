# frozen_string_literal: true

require_relative "../support/api_case"

# Programs that read: a key is shown once, reads coarse places and nothing else, and is taken back.
class ReadingKeysTest < ApiCase
  def setup
    super
    trip = Seeds.trip(db, @isolde)
    sign_in
    3.times do |index|
      put_encounter(
        Seeds.encounter(trip, number: format("MS%06d", index + 1),
          start: Seeds::NOW - (index * 900))
      )
    end
    sign_in("hamish@marrow.example")
    @key = send_json(:post, "/api/keys", { name: "Reef survey" })["key"]
    send_json(:post, "/auth/logout")
    clear_cookies
  end

  def with_key(path, key: @key, **headers)
    get(path, {}, { "HTTP_AUTHORIZATION" => "Bearer #{key}", **headers })
    last_response.status == 304 ? nil : JSON.parse(last_response.body)
  end

  def test_a_key_reads_coarse_catches_and_is_noted
    answer = with_key("/api/catches")

    assert_equal [3, nil], [answer["catches"].size, answer["next"]]
    coarse = Core::Geography::CoarsePlace.of(48.61, -21.47)

    assert_equal [coarse.values],
      answer["catches"].map { |catch| catch.values_at("lat_deg", "lon_deg") }.uniq
    assert_equal Core::Exchange::Tables::CATCHES.names, answer["catches"].first.keys
    sign_in("hamish@marrow.example")
    kept = ask("/api/keys")["keys"].first

    assert_equal ["Reef survey", "Hamish Torvald", Time.now.utc.to_date.iso8601],
      kept.values_at("name", "by", "used_on")
    assert_equal "reading_keys", ask("/api/audit?record=reading_keys")["entries"].first["record"]
    refute_includes last_response.body, Digest::SHA256.hexdigest(@key)
  end

  def test_a_copy_is_kept_by_pages_and_asks_again_for_nothing
    db[:members].where(id: @isolde[:id]).update(public_name: nil)
    pages = []
    path = "/api/catches"
    stub_page(2) do
      loop do
        pages << with_key(path)
        break if pages.last["next"].nil?

        path = "/api/catches?cursor=#{pages.last['next']}"
      end
    end

    assert_equal 1, pages.flat_map { |page|
      page["catches"].map { |catch|
        catch["caught_by"]
      }
    }.uniq.size
    seen = pages.flat_map { |page| page["catches"].map { |catch| catch["catch_id"] } }

    assert_equal [[2, 1], 3], [pages.map { |page| page["catches"].size }, seen.uniq.size]
    with_key("/api/catches")
    etag = last_response.headers["etag"]
    with_key("/api/catches", "HTTP_IF_NONE_MATCH" => etag)

    assert_equal 304, last_response.status
    db[:fish].where(id: db[:fish].get(:id)).update(story_key: SecureRandom.urlsafe_base64(16))
    with_key("/api/catches", "HTTP_IF_NONE_MATCH" => etag)

    assert_equal 200, last_response.status, "something has changed"
  end

  def stub_page(size)
    mirror = Acts::MirrorCatches
    before = mirror::PAGE
    mirror.send(:remove_const, :PAGE)
    mirror.const_set(:PAGE, size)
    yield
  ensure
    mirror.send(:remove_const, :PAGE)
    mirror.const_set(:PAGE, before)
  end

  def test_a_key_does_nothing_else
    answer = with_key("/api/water/movement")

    assert_equal 200, last_response.status
    assert answer["answers"]
    %w[/api/members /api/keys /api/exports /api/dockside /api/audit].each do |path|
      with_key(path)

      assert_includes [403, 404], last_response.status, path
    end
    assert_equal "keys_own_nothing", with_key("/api/water/movement?mine=yes")["code"]
    assert_equal "keys_own_nothing",
      with_key("/api/water/map?within=48,-22,49,-21&mine=yes")["code"]
    assert with_key("/api/water/map?within=48,-22,49,-21")["coarse"]
    assert_equal "coordinators_only", with_key("/api/water/movement?tagger=#{@hamish[:id]}")["code"]
    assert_empty with_key("/api/water/choices")["taggers"]
    post("/api/exports", "{}",
      { "HTTP_AUTHORIZATION" => "Bearer #{@key}", "CONTENT_TYPE" => "application/json" })

    assert_equal 403, last_response.status
  end

  # Also where everybody may ask it is nobody: not the coordinator who made it, whose fish this is.
  def test_a_key_makes_no_story_exact
    trip = Seeds.trip(db, @hamish)
    Seeds.pouch(db, @hamish, first: 101)
    Acts::RecordEncounter.call(
      Acts::Context.new(store:, member: store.members.find(@hamish[:id]), now: Time.now),
      id: SecureRandom.uuid, sent: Seeds.encounter(trip, number: "MS000101")
    )
    fish_id = db[:taggings].where(tag_number: "MS000101").get(:fish_id)
    key = db[:fish].where(id: fish_id).get(:story_key)
    answer = with_key("/api/stories/#{key}")

    assert_equal "public", answer["audience"]
    assert_equal Core::Geography::CoarsePlace.of(48.61, -21.47).values,
      answer["catches"].first.values_at("lat_deg", "lon_deg")
  end

  def test_a_wrong_key_and_a_revoked_one_are_nobodys
    assert_equal "signed_out", with_key("/api/catches", key: "vk_#{'a' * 32}")["code"]
    assert_equal "signed_out", with_key("/api/catches", key: "nonsense")["code"]
    sign_in("hamish@marrow.example")
    id = ask("/api/keys")["keys"].first["id"]
    send_json(:delete, "/api/keys/#{id}")

    assert answer["keys"].first["revoked_at"]
    send_json(:delete, "/api/keys/#{id}")

    assert_equal 404, last_response.status
    send_json(:post, "/auth/logout")
    clear_cookies

    assert_equal "signed_out", with_key("/api/catches")["code"]
    sign_in
    ask("/api/keys")

    assert_equal 403, last_response.status, "only coordinators"
  end
end
