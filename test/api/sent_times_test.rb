# frozen_string_literal: true

require_relative "../support/test_helper"

# Days and moments are made where the contract has them, however deep, and nowhere else.
class SentTimesTest < Minitest::Test
  DOCUMENT = {
    "openapi" => "3.1.0", "info" => { "title" => "Times", "version" => "1" }, "paths" => {},
    "components" => { "schemas" => {
      "Tap" => { "properties" => { "act" => {}, "at" => { "format" => "date-time" } } },
      "Day" => { "type" => %w[string null], "format" => "date" }
    } }
  }.freeze
  SCHEMA = {
    "allOf" => [{ "properties" => { "on" => { "$ref" => "#/components/schemas/Day" } } }],
    "properties" => {
      "note" => { "type" => "string" },
      "taps" => { "items" => { "$ref" => "#/components/schemas/Tap" } }
    }
  }.freeze

  CONTRACT = Api::Contract.new(DOCUMENT)

  def read(value) = Api::SentTimes.new(CONTRACT.method(:resolve)).read(SCHEMA, value)

  def test_what_is_a_day_or_a_moment_becomes_one
    answer = read(
      { on: "2026-05-31", note: "2026-05-31",
        taps: [{ act: "2026-05-31", at: "2026-05-31T09:15:00.250+02:00" }, { act: "lift" }] }
    )

    assert_equal Date.new(2026, 5, 31), answer[:on]
    assert_equal Time.utc(2026, 5, 31, 7, 15, Rational(1, 4)), answer[:taps][0][:at]
    assert_equal %w[2026-05-31 2026-05-31], [answer[:note], answer[:taps][0][:act]]
    assert_equal({ act: "lift" }, answer[:taps][1])
  end

  def test_what_is_not_told_stays_so
    assert_equal({ on: nil }, read({ on: nil }))
    assert_empty read({})
  end

  def test_a_year_without_fish_is_told_at_its_field
    %w[1899-12-31 2201-01-01 0000-01-01].each do |day|
      refused = assert_raises(Core::InvalidInput, day) { read({ on: day }) }

      assert_equal [:impossible_time, ["on"]], [refused.code, refused.fields.keys]
      assert_match(/“on” is "#{day}", which is not a day between 1900 and 2200/, refused.message)
    end
    refused = assert_raises(Core::InvalidInput) { read({ taps: [{ at: "1500-01-01T00:00:00Z" }] }) }

    assert_equal ["at"], refused.fields.keys
    [Date.new(1900, 1, 1), Date.new(2200, 12, 31)].each do |day|
      assert_equal day, read({ on: day.iso8601 })[:on]
    end
  end
end
