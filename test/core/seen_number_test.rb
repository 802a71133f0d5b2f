# frozen_string_literal: true

require_relative "../support/test_helper"

# What several looks at one picture make of a number.
class SeenNumberTest < Minitest::Test
  SERIES = Core::Tags::Series.new(prefix: "MS", digits: 6, first_serial: 1, last_serial: 8000)

  def looks(*texts, sure: 0.9) = texts.map { |text| text.chars.map { |digit| [digit, sure] } }

  def offer(*texts, **how)
    Core::Tags::SeenNumber.new(looks(*texts, **how), series: [SERIES]).offer
  end

  def test_looks_that_agree_are_offered_whole_and_surer_than_looks_that_do_not
    agreed = offer("MS004217", "MS004217", "MS004217")
    split = offer("MS004217", "MS004211", "MS004217", "MS004277")

    assert_equal "MS004217", agreed.text
    assert_operator agreed.share, :>, split.share
    assert_operator agreed.share, :<, 1
  end

  def test_a_digit_that_each_look_reads_otherwise_is_offered_as_unread
    assert_equal "MS0042?7", offer("MS004217", "MS004277", "MS004207").text
  end

  def test_what_stands_round_the_number_and_a_lost_letter_do_not_matter
    assert_equal "MS004217", offer("15MS0042177", "S004217", "5004217").text
  end

  # All numbers of the series begin with 00, so a dotted nought that looks like an 8 is none.
  def test_digits_that_all_numbers_share_are_known
    assert_equal "MS004217", offer("MS084217", "MS084217").text
  end

  def test_the_other_numbers_differ_in_the_digit_that_was_least_sure
    assert_equal %w[MS004211], offer("MS004217", "MS004217", "MS004211").others
  end

  # Digits that a picture does not show are all as likely.
  def test_digits_that_were_seen_speak_for_their_number_and_unread_ones_for_none
    digits = offer("MS004217", "MS004217", "MS004217").digits
    beside = offer("MS004217", "MS004277", "MS004217").digits

    assert_equal "MS004217", digits.text
    assert_operator digits.log("MS004217"), :>, digits.log("MS004277") + 3
    assert_operator beside.log("MS004277"), :>, digits.log("MS004277")
    assert_in_delta 0, digits.log("MS00????"), 1e-9
    assert_equal [0, 0], [digits.log("CL000014"), digits.log("MS4217")]
  end

  # One picture in fifty shows another tag, so none is ever held against a number without end.
  def test_a_picture_never_rules_a_number_out
    digits = offer(*(["MS004217"] * 5)).digits

    assert_operator digits.log("MS007351"), :>=, Math.log(Core::Tags::SeenDigits::ANOTHER_TAG)
    assert_operator digits.log("MS004217"), :<=, Math.log(10_000)
  end

  def test_nothing_is_offered_for_what_is_no_number
    assert_nil offer("SEAWEED", "", "MS")
    assert_nil offer("2700S", "96S00S")
    assert_nil offer("MS001234", "MS005678", "MS009012"), "no two digits are likely"
  end

  def test_a_reading_agrees_with_what_was_typed_where_both_were_read
    agrees = ->(seen, typed) { Core::Tags::SeenNumber.agrees?(seen, typed) }

    assert agrees.call("MS0042?7", "ms 004217")
    assert agrees.call("MS004217", "MS00421?")
    refute agrees.call("MS0042?7", "MS004218")
    refute agrees.call("MS004217", "MS04217")
  end

  def test_only_a_sure_and_whole_number_says_whose_picture_it_is
    numbers = { "MS004217" => :fish }
    whose = ->(text, share) { Core::Tags::SeenNumber.whose(text, share, numbers) }

    assert_equal :fish, whose.call("MS004217", 0.96)
    assert_nil whose.call("MS004217", 0.94)
    assert_nil whose.call("MS0042?7", 0.96)
    assert_nil whose.call(nil, nil)
  end
end
