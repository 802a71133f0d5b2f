# frozen_string_literal: true

require_relative "../support/test_helper"

class NmeaTest < Minitest::Test
  # Sentences with checksums computed by hand outside this program, and what they say.
  TABLE = {
    "$GPGGA,091500.00,4836.6000,N,02128.2000,W,1,09,0.9,2.1,M,47.0,M,,*77" => {
      quantity: :position, lat_deg: 48.61, lon_deg: -21.47
    },
    "$GPRMC,091500.00,A,4836.6000,S,02128.2000,E,0.8,312.0,150626,,,A*44" => {
      quantity: :position, lat_deg: -48.61, lon_deg: 21.47
    },
    "$SDDPT,22.4,0.4*67" => {
      quantity: :depth,
      depth_m: 22.8
    },
    "$SDDPT,22.4,-0.6,*64" => {
      quantity: :depth,
      depth_m: 22.4
    },
    "$SDDBT,73.5,f,22.4,M,12.2,F*32" => {
      quantity: :depth,
      depth_m: 22.4
    },
    "$SDDBT,73.5,f,,M,,F*37" => {
      quantity: :depth,
      depth_m: 22.4
    },
    "$YXMTW,12.4,C*15" => {
      quantity: :water_temp,
      water_temp_c: 12.4
    },
    "$IIMTW,12.4,C*14" => {
      quantity: :water_temp,
      water_temp_c: 12.4
    }
  }.freeze
  PASSED_OVER = {
    "a wrong checksum" => "$YXMTW,12.4,C*14",
    "no checksum" => "$YXMTW,12.4,C",
    "no fix" => "$GPGGA,091500.00,4836.6000,N,02128.2000,W,0,00,,,M,,M,,*68",
    "a warning" => "$GPRMC,091500.00,V,,,,,,,150626,,,N*76",
    "a kind of no use here" => "$GPGSV,1,1,00*79",
    "an empty temperature" => "$YXMTW,,C*0C",
    "61 minutes" => "$GPGGA,091500.00,4861.0000,N,02128.2000,W,1,09,0.9,2.1,M,47.0,M,,*73",
    "noise" => "\x00\xFFgarbage*4F"
  }.freeze

  def heard_in(text) = Devices::Nmea.new.feed("#{text}\r\n")

  def test_reads_each_kind_of_sentence
    TABLE.each { |text, expected| assert_equal [expected], heard_in(text), text }
  end

  def test_passes_over_what_cannot_be_trusted
    PASSED_OVER.each { |sentence, text| assert_empty heard_in(text), sentence }
  end

  def test_a_sentence_may_arrive_byte_by_byte_and_after_a_broken_one
    reader = Devices::Nmea.new
    stream = "$SDDBT,73.5,f,22$YXMTW,12.4,C*15\r\n!!#{'x' * 500}\n$SDDPT,22.4,0.4*67\n".b
    heard = stream.each_char.flat_map { |byte| reader.feed(byte) }

    assert_equal(%i[water_temp depth], heard.map { |entry| entry[:quantity] })
  end

  def test_noise_without_a_line_end_does_not_grow_for_ever
    reader = Devices::Nmea.new
    2000.times { reader.feed("z" * 4096) }

    assert_operator reader.instance_variable_get(:@pending).bytesize, :<=, Devices::Nmea::LONGEST
  end
end

class InstrumentsTest < Minitest::Test
  def test_a_reading_grows_old_and_is_called_stale
    seconds = 0.0
    instruments = Devices::Instruments.new(clock: -> { seconds })
    instruments.note(Devices::Nmea.new.feed("$YXMTW,12.4,C*15\r\n"))
    seconds = 15.0

    refute instruments.now[:water_temp][:stale]
    seconds = 15.4

    assert_equal({ water_temp_c: 12.4, age_seconds: 15, stale: true }, instruments.now[:water_temp])
    assert_nil instruments.now[:depth]
  end

  # Over real sockets, from the stand-ins: a boat in the Sound, a scale that is told its sling.
  def test_reads_a_boat_and_a_scale_over_the_network
    boat = Devices::StandIns::Boat.new(port: 0)
    scale = Devices::StandIns::Scale.new(port: 0, clock: -> { 10.0 })
    threads = [boat, scale].map { |device| Thread.new { device.run } }
    instruments =
      Devices::Instruments.new(
        boat: "127.0.0.1:#{boat.port}",
        scale: "127.0.0.1:#{scale.port}"
      ).start
    wait { instruments.now.values.all? }
    position = instruments.now[:position]

    assert_operator Core::Geography::Geodesic.distance_m(
      48.612,
      -21.472,
      position[:lat_deg],
      position[:lon_deg]
    ),
      :<,
      600
    assert_nil instruments.now[:weight][:tare_g]
    assert instruments.tare
    wait { instruments.now[:weight][:tare_g] }

    assert_in_delta 212, instruments.now[:weight][:tare_g], 5
  ensure
    threads&.each(&:kill)
  end

  def wait
    100.times { yield ? return : sleep(0.05) }

    flunk "nothing was read within five seconds"
  end

  def test_a_scale_line_needs_its_whole_form
    reader = Devices::ScaleLines.new

    assert_equal [
      { quantity: :weight, gross_g: 1834, tare_g: 212, settled: true },
      { quantity: :weight, gross_g: -3, tare_g: nil, settled: false }
    ],
      reader.feed(
        "gross=1834 tare=212 settled\ngross=18\x00\ngross=-3 tare=none " \
          "moving\r\ngross=1834 tare=212 set"
      )
  end
end
