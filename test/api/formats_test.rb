# frozen_string_literal: true

require "icalendar"
require_relative "../support/test_helper"

class CalendarTest < Minitest::Test
  def trip(plan)
    Core::Trips::Coming.new(
      trip: Core::Trips::Trip.new(
        id: "0190aaaa-0000-7000-8000-000000000000", held_on: Date.new(2026, 12, 31),
        platform: "boat", plan:
      ),
      spot: Core::Geography::Spot.new(
        name: "Oe Narrows, by the stack; north", lat_deg: 48.685, lon_deg: -21.34
      ),
      updated_at: Time.utc(2026, 12, 1)
    )
  end

  def events(*trips)
    Icalendar::Calendar
      .parse(Formats::TripCalendar.ics(trips:, now: Time.utc(2026, 12, 2), base_url: "http://x"))
      .first
      .events
  end

  def test_a_night_trip_ends_in_the_new_year_and_names_survive_their_commas
    event = events(trip({ from_hour: 20, to_hour: 24 })).first

    assert_equal(
      %w[2026-12-31T20 2027-01-01T00],
      [event.dtstart, event.dtend].map { |index| index.strftime("%Y-%m-%dT%H") }
    )
    assert_equal "Tagging at Oe Narrows, by the stack; north", event.summary.to_s
    assert_equal [48.685, -21.34], event.geo.map(&:to_f)
  end

  # Eleven hours ahead, and ten once the clocks are put back.
  def test_times_are_moments_by_the_clocks_of_the_programme
    ahead = ->(day) { day < Date.new(2027, 1, 1) ? 660 : 600 }
    text = Formats::TripCalendar.ics(
      trips: [trip({ from_hour: 20, to_hour: 24 })], now: Time.utc(2026, 12, 2),
      base_url: "http://x", zone: "Etc/GMT-11", ahead_minutes: ahead
    )

    assert_match "DTSTART:20261231T090000Z", text
    assert_match "DTEND:20261231T140000Z", text
    assert_match "X-WR-TIMEZONE:Etc/GMT-11", text
  end

  def test_a_trip_without_hours_or_with_crossed_ones_still_has_a_length
    [nil, {}, { from_hour: 9, to_hour: 7 }].each do |plan|
      event = events(trip(plan)).first

      assert_operator event.dtend.to_time, :>, event.dtstart.to_time
    end
    assert_empty events
  end
end

class BatchCsvTest < Minitest::Test
  HEAD = "prefix,digits,first_serial,last_serial,label\n"

  def test_reads_what_spreadsheets_write
    rows =
      Formats::BatchCsv.read(
        "\uFEFF#{HEAD}MS,6,1,50,\"Spring, first\"\r\n\r\n ms , 6 , 51 , 60 , Late \r\n"
      )

    assert_equal(["Spring, first", "Late"], rows.map { |row| row.batch[:label] })
    assert_equal [[], []], rows.map(&:faults)
  end

  def test_each_fault_has_its_line_column_value_and_rule
    row = Formats::BatchCsv.read("#{HEAD}MS,6,1,50,Fine\nMS,,x,60,\n").last

    assert_equal 3, row.line
    assert_equal(
      [["digits", ""], %w[first_serial x], ["label", ""]],
      row.faults.map { |fault| fault.values_at(:column, :value) }
    )
  end

  def test_what_is_no_such_table_is_refused_whole
    ["", "no,such\n1,2\n", "#{HEAD}\"unclosed\n", HEAD + ("MS,6,1,2,x\n" * 501)].each do |text|
      assert_equal ["file"],
        assert_raises(Core::InvalidInput) { Formats::BatchCsv.read(text) }.fields.keys
    end
  end
end

class OutboxTest < Minitest::Test
  def test_a_letter_becomes_a_message_that_mail_programs_read
    Dir.mktmpdir do |dir|
      Devices::StandIns::Outbox.new(dir).deliver(
        {
          id: 7,
          recipient: "edda@finders.example",
          subject: "Über den Fisch",
          body: "Länge 41 cm\n"
        }
      )
      mail = Mail.read(File.join(dir, "letter-000007.eml"))

      assert_equal [["edda@finders.example"], "Über den Fisch", "Länge 41 cm"],
        [mail.to, mail.subject, mail.decoded.strip]
    end
  end
end

class CoastSketchTest < Minitest::Test
  SQUARE = [
    {
      "properties" => {
        "kind" => "land"
      },
      "geometry" => {
        "type" => "Polygon",
        "coordinates" => [[[-21, 48], [-20, 48], [-20, 49], [-21, 49], [-21, 48]]]
      }
    }
  ].freeze

  # At 48.5 N a degree of longitude is cos(48.5) of one of latitude.
  def test_the_picture_keeps_the_proportions_of_the_earth_and_its_bounds
    sketch = Formats::CoastSketch.new(SQUARE, width: 400, height: 300)
    (west, south), (east, north) = sketch.point(48, -21), sketch.point(49, -20)

    assert_in_delta Math.cos(48.5 * Math::PI / 180), (east - west) / (north - south), 1e-9
    assert_operator [west, south].min, :>=, 0
    assert_operator east, :<=, 400
    assert_operator north, :<=, 300
    assert_in_delta (west + east) / 2, 200, 1e-6
    assert_in_delta north - south, sketch.metres(111_132), 1e-6
  end
end
