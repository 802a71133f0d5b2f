# frozen_string_literal: true

require_relative "../support/api_case"
require "vips"

# A member shows a picture: everybody sees a copy with what was painted over, until it is withdrawn.
class PublicPicturesTest < ApiCase
  WIDTH, HEIGHT = 800, 600
  FACE = [200, 40, 40].freeze

  def setup
    super
    trip = Seeds.trip(db, @isolde)
    sign_in
    put_encounter(Seeds.encounter(trip, number: "MS000001", start: Seeds::NOW - (90 * 86_400)))
    put_report(Seeds.report(caught_on: Seeds::NOW.to_date - 20))
    @photo = SecureRandom.uuid
    put_photo(trip)
    @story = db[:fish].get(:story_key)
  end

  # A face in the upper left, a place and a camera in its head.
  def put_photo(trip)
    face = Vips::Image.black(200, 200).bandjoin([0, 0]).new_from_image(FACE).copy
    picture = Vips::Image.black(WIDTH, HEIGHT).new_from_image([90, 140, 180]).insert(face, 100, 100)
    picture = picture.mutate do |head|
      head.set_type!(GObject::GSTR_TYPE, "exif-ifd0-Make", "Lantern")
      head.set_type!(GObject::GSTR_TYPE, "exif-ifd3-GPSLatitude", "48/1 37/1 48/1")
    end
    token = ask("/api/session").fetch("csrf_token")
    put("/api/trips/#{trip}/photos/#{@photo}?name=face.jpg&utc_offset_minutes=0",
      picture.cast(:uchar).jpegsave_buffer,
      "CONTENT_TYPE" => "application/octet-stream", "HTTP_X_CSRF_TOKEN" => token)
    run_jobs
    db[:photos].where(id: @photo).update(encounter_id: db[:encounter_records].get(:id))
  end

  COVER = [[0.25, 0.25, 0.2]].freeze

  def show(cover: COVER, people: "nobody", **more)
    send_json(:put, "/api/photos/#{@photo}/public", { cover:, people:, **more })
  end

  def pictures = ask("/api/stories/#{@story}").fetch("pictures")

  def seen(slug)
    get("/api/pictures/#{slug}")
    last_response.status == 200 ? Vips::Image.new_from_buffer(last_response.body, "") : nil
  end

  def test_what_is_painted_over_is_in_no_public_file
    show
    slug = pictures.first
    clear_cookies
    picture = seen(slug)

    assert_equal [60, 60, 60], picture.getpoint(200, 200).map(&:round)
    assert_in_delta 140, picture.getpoint(700, 500)[1], 8
    refute_match(/Exif|Lantern|GPS/, last_response.body.b)
    assert_equal "public, max-age=30", last_response.headers["cache-control"]
    assert_nil last_response.headers["set-cookie"]
    ["/api/photos/#{@photo}/shown", "/api/photos/#{@photo}/original",
      "/api/photos/#{@photo}/public"].each do |path|
        get(path)

        assert_equal 401, last_response.status, path
      end
    get("/")

    assert_includes last_response.body, "/api/pictures/#{slug}"
  end

  def test_it_is_gone_at_once_when_it_is_taken_back_or_its_day_has_passed
    show
    first = pictures.first
    show(cover: [])
    second = pictures.first

    refute_equal first, second, "no cache shows the earlier one under the same address"
    assert_nil seen(first)
    send_json(:delete, "/api/photos/#{@photo}/public")

    assert_nil seen(second)
    assert_empty pictures
    get("/")

    refute_includes last_response.body, "/api/pictures/"
    show(until_on: Date.today.iso8601)
    slug = pictures.first
    db[:public_pictures].update(until_on: Date.today - 1)

    assert_nil seen(slug)
    assert_empty pictures
    refute ask("/api/photos/#{@photo}/public")["shown"]
    assert_equal 3, db[:discarded_files].where(Sequel.like(:key, "public/%")).count +
      db[:public_pictures].count
  end

  def test_only_its_member_shows_it_and_a_coordinator_can_take_it_back
    show
    sign_in("hamish@marrow.example")
    answer = show

    assert_equal [403, "not_yours"], [last_response.status, answer["code"]]
    send_json(:delete, "/api/photos/#{@photo}/public")

    assert_empty pictures
    Seeds.member(db, "Wren Castellan", email: "wren@marrow.example", password: PASSWORD)
    sign_in("wren@marrow.example")
    show

    assert_equal 404, last_response.status
  end

  def test_a_junior_without_consent_shows_nothing_and_whoever_leaves_takes_pictures_along
    show
    slug = pictures.first
    Acts::Context.new(store:, member: store.members.find(@isolde[:id]), now: Time.now).then do |own|
      own.store.write do
        own.store.forgotten.forget(@isolde[:id], email: nil, now: Time.now)
      end
    end

    clear_cookies

    assert_nil seen(slug)
    assert_empty pictures
    junior = store.members.find(@hamish[:id]).with(is_junior: true, guardian_consented_at: nil)
    db[:photos].where(id: @photo).update(member_id: junior.id)
    showing = Acts::ShowPicture.new(
      Acts::Context.new(store:, member: junior, now: Time.now), files: ApiCase.files,
      pictures: ApiCase.pictures
    )
    assert_raises(Core::Forbidden) { showing.show(@photo, cover: [], people: "nobody") }
  end

  def test_paint_that_cannot_be_and_days_that_are_past_are_refused
    [[[0.5, 0.5, 0.9]], [[0.5, 0.5, 0.0001]], [[0.5, 0.5]]].each do |cover|
      show(cover:)

      assert_equal 422, last_response.status, cover.inspect
    end
    show(until_on: "2020-01-01")

    assert_equal 422, last_response.status
    db[:photos].where(id: @photo).update(encounter_id: nil)
    answer = show

    assert_match(/Link the photo to a fish/, answer["message"])
  end
end
