# frozen_string_literal: true

require "bigdecimal"
require_relative "../support/test_helper"

# What leaves as JSON, as the page reads it.
class AnswerTest < Minitest::Test
  def read(value) = JSON.parse(Api::Answer.text({ told: value }))["told"]

  def test_moments_days_words_and_exact_numbers
    noon = Time.new(2026, 6, 1, 12, 0, Rational("0.25"), "+01:00")

    assert_equal ["2026-06-01T11:00:00.250Z", "2026-06-01", "go", 1.5, nil, true],
      read([noon, Date.new(2026, 6, 1), :go, BigDecimal("1.5"), nil, true])
    assert_equal 3600, noon.utc_offset, "the moment itself stays as it was"
  end

  def test_what_the_database_gives_is_plain
    Sequel.extension :pg_json, :pg_array
    hash = Sequel.pg_jsonb({ "at" => [1, { "two" => nil }] })
    list = Sequel.pg_array(%w[MS000001], :text)

    assert_equal [{ "at" => [1, { "two" => nil }] }, ["MS000001"]], read([hash, list])
  end

  # A fish's exact place lies in the same value as its cell: nothing leaves that nobody named.
  def test_a_value_of_core_does_not_leave_whole
    whole = [Core::Recaptures::Catch.new(lat_deg: 48.61), Core::Records::Photo.new, Object.new]

    whole.each do |value|
      error = assert_raises(TypeError) { read([value]) }

      assert_match(/#{value.class} is no JSON/, error.message)
    end
    finding = Core::Trips::Finding.ok(:permit, "Permit valid.", "permit")

    assert_equal({ "key" => "permit", "verdict" => "ok", "text" => "Permit valid.",
                   "source" => "permit" }, read(finding))
  end
end
