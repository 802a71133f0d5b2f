# frozen_string_literal: true

require "zip"
require_relative "../support/api_case"
require "vips"

# Pictures that are made to do harm, and a disk that does.
class PicturesAttackTest < ApiCase
  def setup
    super
    FileUtils.rm_rf(File.join(ApiCase.files.dir, "originals"))
    put_report(Seeds.report, id: @report = SecureRandom.uuid)
    @key = answer.fetch("report_key")
  end

  def send_photo(bytes)
    token = ask("/api/session").fetch("csrf_token")
    put(
      "/api/reports/#{@report}/photo",
      bytes,
      {
        "CONTENT_TYPE" => "application/octet-stream",
        "HTTP_X_CSRF_TOKEN" => token,
        "HTTP_X_REPORT_KEY" => @key
      }
    )
    answer
  end

  def jpeg = @jpeg ||= Vips::Image.black(320, 200, bands: 3).jpegsave_buffer
  def sha256 = Digest::SHA256.hexdigest(jpeg)
  def original = File.join(ApiCase.files.dir, "originals", sha256)

  # 16 bits a sample: small to send, 700 MB to open. A header of 33 bytes says so.
  def test_what_would_take_too_much_to_open_is_not_opened
    header = [10_900, 10_900, 16, 2, 0, 0, 0].pack("NNC5")
    chunk = lambda do |type, data|
      [data.bytesize].pack("N") + type + data + [Zlib.crc32(type + data)].pack("N")
    end
    bomb =
      "\x89PNG\r\n\x1A\n".b + chunk.call("IHDR".b, header) +
      chunk.call("IDAT".b, Zlib.deflate("\0" * 100_000)) + chunk.call("IEND".b, "".b)

    assert_equal "picture_too_large", send_photo(bomb)["code"]
  end

  def test_a_picture_that_takes_too_long_ends_its_process_and_nothing_else
    slow = Devices::PictureWorkshop.new(seconds: 0.1)
    big = Vips::Image.gaussnoise(4000, 3000).cast(:uchar).pngsave_buffer(compression: 1)
    refused = assert_raises(Core::InvalidInput) { read_when_not_busy(slow, big) }

    assert_equal :picture_too_heavy, refused.code
    patient = Devices::PictureWorkshop.new

    assert_equal 320, patient.read(jpeg).width_px
  ensure
    [slow, patient].compact.each(&:stop)
  end

  # A machine that is busy elsewhere says so and refuses nobody's picture.
  def read_when_not_busy(workshop, picture)
    tries ||= 0
    workshop.read(picture)
  rescue Errno::EBUSY
    (tries += 1) < 20 ? retry : raise
  end

  def test_a_process_that_runs_out_of_memory_or_is_killed_is_started_anew
    small = Devices::PictureWorkshop.new(memory_bytes: 480_000_000)
    refused =
      assert_raises(Core::InvalidInput) do
        small.read(Vips::Image.black(9000, 9000, bands: 3).pngsave_buffer)
      end

    assert_includes %i[picture_too_heavy picture_broken], refused.code
    assert_equal 320, small.read(jpeg).width_px, "and the next picture is opened"
    Process.kill("KILL", small.instance_variable_get(:@child))
    sleep 0.2

    assert_equal 320, small.read(jpeg).width_px
  ensure
    small&.stop
  end

  # A disk that was full left a file of nothing under the picture's name.
  def test_what_lies_under_the_name_is_read_before_it_is_called_stored
    FileUtils.mkdir_p(File.dirname(original))
    File.write(original, "")

    assert_equal sha256, send_photo(jpeg)["sha256"]
    assert_equal jpeg, File.binread(original)
    File.write(original, "half of")

    assert_equal sha256, send_photo(jpeg)["sha256"], "also when it was stored before"
    assert_equal jpeg, File.binread(original)
  end

  def test_a_disk_without_room_is_said_and_leaves_nothing_behind
    full = ->(*) { raise Errno::ENOSPC }
    File.stub(:rename, full) { send_photo(jpeg) }

    assert_equal [503, "no_room"], [last_response.status, answer["code"]]
    refute_path_exists original
    assert_empty Dir[File.join(ApiCase.files.dir, "**/*.part")]
    assert_equal 0, db[:photos].count
    assert_equal sha256, send_photo(jpeg)["sha256"], "and when there is room again it is stored"
  end

  def test_originals_are_held_against_their_hashes
    send_photo(jpeg)
    File.write(original, "rot")
    counts =
      Acts::CheckOriginals.call(Acts::Context.new(store:, now: Time.now + 1), files: ApiCase.files)

    assert_equal({ intact: 0, missing: 0, damaged: 1 }, counts)
    assert_equal(["damaged"], store.photos.unsound.map(&:fixity))
    File.delete(original)

    assert_equal 1,
      Acts::CheckOriginals.call(Acts::Context.new(store:, now: Time.now + 2), files: ApiCase.files)[
        :missing
      ]
    send_photo(jpeg)

    assert_equal 1,
      Acts::CheckOriginals.call(
        Acts::Context.new(store:, now: Time.now + 3),
        files: ApiCase.files
      )[
        :intact
      ]
  end

  def test_one_missing_original_does_not_break_an_archive
    trip_id = Seeds.trip(db, @isolde)
    sign_in
    token = ask("/api/session").fetch("csrf_token")
    2.times do |index|
      bytes = Vips::Image.black(300 + index, 200, bands: 3).jpegsave_buffer
      put(
        "/api/trips/#{trip_id}/photos/#{SecureRandom.uuid}?name=a.jpg&utc_offset_minutes=0",
        bytes,
        { "CONTENT_TYPE" => "application/octet-stream", "HTTP_X_CSRF_TOKEN" => token }
      )
      File.delete(File.join(ApiCase.files.dir, "originals", answer["sha256"])) if index.zero?
    end
    take_archive(@isolde)

    assert_predicate last_response, :ok?
    names = Zip::File.open_buffer(StringIO.new(last_response.body)).map(&:name)

    assert_equal [1, true], [names.grep(%r{\Aphotos/}).size, names.include?("missing-pictures.txt")]
  end

  # The file is nobody's but the application's.
  def test_pictures_are_readable_to_us_alone
    send_photo(jpeg)

    assert_equal(
      %w[600 700],
      [File.stat(original), File.stat(File.dirname(original))].map do |stat|
        (stat.mode & 0o777).to_s(8)
      end
    )
  end

  def test_letters_and_pictures_wait_in_queues_of_their_own
    assert_equal %w[letters pictures accounts upkeep],
      [Acts::LetterJob, Acts::SizeJob, Acts::ResetJob, Acts::UpkeepJob].map(&:queue)
  end
end
