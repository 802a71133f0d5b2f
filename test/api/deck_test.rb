# frozen_string_literal: true

require_relative "../support/api_case"

class DeckApiTest < ApiCase
  def start = @start ||= Time.at((Time.now - 3600).to_i).utc
  def local_date = (start - 3600).to_date
  def trip_id = @trip_id ||= Seeds.trip(db, @isolde, held_on: local_date)
  def encounter(**changes) = Seeds.encounter(trip_id, start:, **changes)
  def state(number) = db[:tags].where(number:).get(:state)
  def carried_by(number) = Store::Fish.new(db).carrying(number)&.fish_id

  def setup
    super
    sign_in
  end

  # MS000001 sits in a fish; it is caught again and what happens to the tag is corrected twice.
  def test_a_tag_replaced_then_only_left_then_removed
    put_encounter(encounter)
    fish = carried_by("MS000001")
    id = SecureRandom.uuid
    again = encounter(kind: "recaptured", start: start + 600)
    put_encounter(again.merge(tag_act: "replaced", new_tag_numbers: ["MS000002"]), id:)

    assert_equal([nil, fish], %w[MS000001 MS000002].map { |number| carried_by(number) })
    put_encounter(again.merge(revision: 2, tag_act: "left"), id:)

    assert_equal [fish, nil, "in_pouch"],
      [carried_by("MS000001"), carried_by("MS000002"), state("MS000002")]
    put_encounter(again.merge(revision: 3, tag_act: "removed"), id:)

    assert_nil carried_by("MS000001")
    assert_equal fish, db[:encounters].where(id:).get(:fish_id)
  end

  def test_an_added_tag_joins_the_same_fish_and_a_foreign_tag_starts_a_chain
    put_encounter(encounter)
    put_encounter(
      encounter(
        kind: "recaptured",
        start: start + 600,
        tag_act: "added",
        new_tag_numbers: ["MS000002"]
      )
    )

    assert_equal carried_by("MS000001"), carried_by("MS000002")
    put_encounter(
      encounter(
        number: "QK 777",
        kind: "recaptured",
        start: start + 900,
        tag_act: "added",
        new_tag_numbers: ["MS000003"]
      )
    )

    refute_nil carried_by("MS000003")
    refute_equal carried_by("MS000001"), carried_by("MS000003")
    refused =
      put_encounter(
        encounter(number: "QK 778", kind: "recaptured", start: start + 950, tag_act: "replaced")
      )

    assert_equal "no_tag", refused["code"]
  end

  def test_spoiled_and_lost_tags_leave_the_pouch_and_come_back_when_that_was_wrong
    id = SecureRandom.uuid
    put_encounter(encounter(spoiled_numbers: ["MS000002"], lost_numbers: ["MS000003"]), id:)

    assert_equal(
      %w[applied spoiled lost],
      %w[MS000001 MS000002 MS000003].map { |number| state(number) }
    )
    put_encounter(encounter(revision: 2, number: "MS000002", spoiled_numbers: ["MS000001"]), id:)

    assert_equal(
      %w[spoiled applied in_pouch],
      %w[MS000001 MS000002 MS000003].map { |number| state(number) }
    )
    refused =
      put_encounter(encounter(number: "MS000004", spoiled_numbers: ["MS000004"], start: start + 60))

    assert_equal "same_tag_twice", refused["code"]
  end

  def test_a_tagged_fish_corrected_to_untagged_gives_its_tag_back
    id = SecureRandom.uuid
    put_encounter(encounter, id:)
    put_encounter(encounter(revision: 2, kind: "untagged", tag_numbers: []), id:)

    assert_equal ["in_pouch", nil], [state("MS000001"), carried_by("MS000001")]
  end

  # Hook in the throat 25, pulled out 15, light blood 8: 48; the taps stay within their budgets.
  def test_the_caution_score_is_kept_with_the_record_and_told
    answer = put_encounter(encounter(hook_place: "throat", removal: "pulled", bleeding: "light"))

    assert_equal 48, answer["caution_points"]
    assert_equal [48], db[:encounters].select_map(:caution_points)
  end

  def test_whoever_has_a_tag_in_hand_is_told_its_fish_at_once_but_no_place
    put_encounter(encounter)
    fish = ask("/api/tags/ms-000001/fish")["fish"]

    # An hour ago may have been yesterday.
    days = (Date.today - db[:encounters].get(:caught_on)).to_i

    assert_equal ["seabass", 412, days], fish.values_at("species_code", "length_mm", "days")
    assert_empty fish.keys.grep(/lat|lon|place|spot/)
    assert_nil ask("/api/tags/MS000005/fish")["fish"]
    send_json(:post, "/auth/logout")
    ask("/api/tags/MS000001/fish")

    assert_equal 401, last_response.status
  end

  def test_a_photo_of_a_fish_is_kept_once_and_only_by_its_member
    id = SecureRandom.uuid
    put_encounter(encounter, id:)
    photo_id = SecureRandom.uuid
    jpeg = Vips::Image.black(80, 40).jpegsave_buffer
    2.times { put_photo(id, photo_id, jpeg) }

    assert_equal [[id, trip_id, 80]], db[:photos].select_map(%i[encounter_id trip_id width_px])
    put_photo(id, SecureRandom.uuid, "not a picture")

    assert_equal 422, last_response.status
    put_photo(SecureRandom.uuid, SecureRandom.uuid, jpeg)

    assert_equal 404, last_response.status
  end

  def put_photo(encounter_id, photo_id, bytes)
    token = ask("/api/session").fetch("csrf_token")
    put(
      "/api/encounters/#{encounter_id}/photos/#{photo_id}?taken_at=#{start.iso8601}",
      bytes,
      "CONTENT_TYPE" => "application/octet-stream",
      "HTTP_X_CSRF_TOKEN" => token
    )
    answer
  end
end

class CrewApiTest < ApiCase
  def setup
    super
    sign_in
    @trip_id = Seeds.trip(db, @isolde, held_on: Date.today)
    @key = send_json(:post, "/api/trips/#{@trip_id}/crew").fetch("crew_key")
    @fish = SecureRandom.uuid
  end

  def sync(device, *taps, undone_from: nil, undos: 0)
    fish = {
      id: @fish,
      species_code: "seabass",
      tag_number: nil,
      undone_from:,
      undos:,
      taps: taps.map { |act, age_ms| { act:, age_ms: } }
    }
    send_json(:post, "/api/crew/#{@key}", { device:, fish: [fish] })
  end

  def acts = db[:live_taps].where(fish_id: @fish).order(:position).select_map(:act)

  def test_two_taps_for_one_act_count_once_and_the_first_stands
    send_json(:post, "/auth/logout")
    sync("deck", ["fish_on", 9000], ["in_net", 4000], ["lifted", 1000])
    first = db[:live_taps].where(act: "lifted").get(:at)
    answer = sync("crew", ["fish_on", 9000], ["in_net", 4000], ["lifted", 200])

    assert_equal %w[fish_on in_net lifted], acts
    assert_equal first, db[:live_taps].where(act: "lifted").get(:at)
    assert_equal(acts, answer["fish"].first["taps"].map { |tap| tap["act"] })
    sync("crew", ["fish_on", 9000], ["in_net", 4000], undone_from: 2)
    answer = sync("deck", ["fish_on", 9000], ["in_net", 4000], ["lifted", 1000])

    assert_equal [%w[fish_on in_net], 1],
      [acts, answer["fish"].first["undos"]],
      "a device that is behind does not bring back what was taken back"
    sync("deck", ["fish_on", 9000], ["in_net", 4000], ["let_go", 0], undos: 1)

    assert_equal %w[fish_on in_net let_go], acts
  end

  def test_a_tap_lies_as_far_back_as_the_device_says_whatever_its_clock
    before = Time.now
    sync("crew", ["fish_on", 60_000])

    assert_in_delta before.to_f - 60, db[:live_taps].get(:at).to_f, 1.0
  end

  def test_the_crew_sees_no_place_no_tags_and_no_other_trip
    send_json(:post, "/auth/logout")
    card = ask("/api/crew/#{@key}/card").fetch("card")

    assert_equal [[], [], [], []],
      [card["trip"].keys.grep(/_deg/), card["pouch"], card["spots"], card["known_fish"]]
    ask("/api/crew/#{'x' * 22}/card")

    assert_equal 404, last_response.status
  end

  def test_only_the_trips_member_opens_it
    sign_in("hamish@marrow.example")
    send_json(:post, "/api/trips/#{@trip_id}/crew")

    assert_equal 404, last_response.status
  end
end
