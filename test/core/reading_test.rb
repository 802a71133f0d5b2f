# frozen_string_literal: true

require_relative "../support/test_helper"

# What people write, and what it may have been.
class ReadingTest < Minitest::Test
  START = Core::Tags::Weights::STARTING
  SERIES = [["MS", 6]].freeze

  def fit(read, number) = Core::Tags::Reading.new(read, weights: START).fit(number)
  def ln(*shares) = shares.sum { |share| Math.log(share) }

  def test_each_character_counts_as_the_rules_start
    assert_in_delta ln(*[0.97] * 8), fit("MS003258", "MS003258").log, 1e-9
    assert_in_delta ln(*[0.97] * 7), fit("ms 00325?", "MS003258").log, 1e-9
    assert_in_delta ln(*[0.97] * 7, 0.02),
      fit("MS008258", "MS003258").log,
      1e-9,
      "3 and 8 look alike"
    assert_in_delta ln(*[0.97] * 7, 0.0005), fit("MS004258", "MS003258").log, 1e-9
    assert_in_delta ln(*[0.97] * 6, 0.005),
      fit("MS003528", "MS003258").log,
      1e-9,
      "a swap is one slip"
    assert_in_delta ln(*[0.97] * 4), fit("MS*58", "MS003258").log, 1e-9
    assert_in_delta ln(*[0.97] * 7, 0.004), fit("MS00325", "MS003258").log, 1e-9, "one left out"
    assert_in_delta ln(*[0.97] * 8, 0.003), fit("MS0032598", "MS003258").log, 1e-9, "one too many"
    assert_in_delta ln(*[0.97] * 6, 0.2), fit("003258", "MS003258").log, 1e-9
    assert_in_delta ln(*[0.97] * 6, 0.1), fit("MS3258", "MS003258").log, 1e-9
  end

  # What is left beside the slips was read as it stands; an unread one counts for neither.
  def test_the_weights_of_a_way_count_every_character_once
    weights = ->(read) { Core::Tags::Reading.new(read, weights: START).weights("MS003258").tally }

    assert_equal({ same: 8 }, weights["MS003258"])
    assert_equal({ same: 7 }, weights["MS00325?"])
    assert_equal({ same: 7, looks_alike: 1 }, weights["MS008258"])
    assert_equal({ same: 7, other: 1 }, weights["MS004258"])
    assert_equal({ same: 6, swapped: 1 }, weights["MS003528"])
    assert_equal({ same: 8, too_many: 1 }, weights["MS0032598"])
    assert_equal({ same: 8, too_many: 1 }, weights["MS0032558"])
    assert_equal({ same: 7, left_out: 1 }, weights["MS00325"])
  end

  # A prefix that lost a letter, got one, or has another in it.
  def test_the_digits_of_a_number_with_a_damaged_prefix
    %w[S003258 MSS003258 NS003258 MX003258 3258].each do |read|
      result = Core::Tags::Reading.new(read).neighbours(prefix: "MS", digits: 6)

      assert_includes result, "MS003258", read
    end
  end

  def test_slips_are_said_in_words_and_what_was_filled_in_is_not_as_read
    assert_equal [["8 where the tag has 3, which look alike"], []],
      fit("MS008258", "MS003258").to_h.values_at(:slips, :filled)
    assert_equal [[], ["8"]], fit("MS00325?", "MS003258").to_h.values_at(:slips, :filled)
    assert_equal ["2 and 5 swapped"], fit("MS003258", "MS003528").slips
    assert_equal ["MS missing before the digits", "zeros missing in front"],
      fit("3258", "MS003258").slips
    assert_equal ["3 missing"], fit("MS00258", "MS003258").slips
    assert_equal ["one 5 too many"], fit("MS0032558", "MS003258").slips
  end

  # Every reading that damage makes of a number must lead back to it, by the numbers that an index
  # is asked for or by a pattern.
  def test_the_neighbours_hold_the_true_number_whatever_happened_to_it
    rng = Random.new(Integer(ENV.fetch("SEED", "17")))
    400.times do
      number = format("MS%06d", rng.rand(1_000_000))
      kind = (Demo::Damage::KINDS.keys - %i[mistaken_twice]).sample(random: rng)
      read = Demo::Damage.of(number, rng, kind:)
      result = Core::Tags::Reading.new(read).neighbours(prefix: "MS", digits: 6)
      next assert_match(like(read), number) if result.nil?

      assert_includes result, number, "#{read} (#{kind}) does not lead to #{number}"
    end
  end

  # A thousand numbers are asked for one by one, ten thousand by a pattern.
  def test_three_unread_digits_are_filled_in_and_four_are_not
    result, none = %w[MS???258 MS????58].map do |read|
      Core::Tags::Reading.new(read).neighbours(prefix: "MS", digits: 6)
    end

    assert_equal 1000, result.size
    assert_includes result, "MS003258"
    assert_nil none
  end

  # A digit left out anywhere, the first and the last among them; what is left of a number where a
  # run stands for the rest.
  def test_where_a_digit_may_have_been_left_out
    result = Core::Tags::Reading.new("MS03258").neighbours(prefix: "MS", digits: 6, slips: 1)

    %w[MS903258 MS039258 MS032589].each { |number| assert_includes result, number }
    { "S003258" => "MS003258", "MS5" => "MS000005", "MS12" => "MS000012" }.each do |read, number|
      assert_includes Core::Tags::Reading.new(read).neighbours(prefix: "MS", digits: 6), number
    end
    patterns = { "MS*" => "MS%", "MS*17" => "MS%17", "*17" => "MS%17", "*" => nil, "MS00?*" =>
      "MS00_%" }

    patterns.each do |read, like|
      assert_equal [read, like], [read, Core::Tags::Reading.new(read).pattern(prefix: "MS")]
    end
  end

  def test_what_has_the_form_of_ours_as_far_as_it_can_be_read
    %w[MS004217 ms-004217 4217 MS00421? MS*17 *4217 M?004217 MS00421 MS0042177 MS*
      *004217].each do |text|
        assert_operator self, :ours?, text
      end
    %w[* XY* XY004217 KD12345 MS hello MS004217788 *0042177].each do |text|
      refute_operator self, :ours?, text
    end
  end

  def ours?(text) = Core::Tags::Reading.new(text).of_series?(SERIES)

  private

  def like(read)
    /\A#{Core::Tags::Reading.new(read).pattern(prefix: 'MS').tr('_', '.').gsub('%', '.*')}\z/
  end
end

# Free corrections, and numbers that are whole without them.
class NumberTest < Minitest::Test
  SERIES = [["MS", 6]].freeze
  def test_many_numbers_are_written_alike_and_none_is_none
    assert_equal %w[MS004217 MS000001],
      Core::Tags::Number.normalise_all([" ms-004217", "MS 000001"])
    assert_empty Core::Tags::Number.normalise_all(nil)
  end

  def printed(text, series = SERIES) = Core::Tags::Number.as_printed(text, series)

  def test_what_people_write_is_undone_for_free
    [
      "MS004217", "ms 004217", "MSOO4217", "004217", "MS4217", "MS\u2010004217", "MS\u2013004217",
      "MS\u2212004217", "No. 4217", "№ 004217", "Tag no. 4217",
      "#4217",
      "ＭＳ００４２１７",
      "МЅ004217",
      "ms_004.217",
      "MS/004/217",
      "MSOO42I7",
      "MSO042l7",
      "M5004217",
      "4217",
      " MS 004 217 "
    ].each { |text| assert_equal "MS004217", printed(text), text }
    assert_equal %w[MS006217 MS008257], [printed("MSOOG217"), printed("ms00b2s7")]
  end

  def test_nothing_is_guessed_where_more_than_one_would_do
    two = [["MS", 6], ["HB", 5]]

    assert_equal "4217", printed("4217", two)
    assert_equal "HB04217", printed("HB04217", two)
    assert_equal "MS00421?", printed("ms00421?")
    assert_equal "QK10427", printed("QK 10427")
  end
end
