# frozen_string_literal: true

require_relative "../support/test_helper"

# The sentences about a cooperative's own camera, told to cameras whose truth is known.
class CameraCheckTest < Minitest::Test
  Check = Core::Photo::CameraCheck

  def lengths(errors, sd: 0.01)
    errors.map { |error| { true_mm: 500, measured_mm: 500 * (1 + error), sd_mm: 500 * sd } }
  end

  def normal(rng) = Math.sqrt(-2 * Math.log(1 - rng.rand)) * Math.cos(2 * Math::PI * rng.rand)

  def sentences(errors) = Check.of(numbers: [], lengths: lengths(errors)).join(" ")

  # Errors skewed on purpose, with half of them on each side of nought.
  def test_a_true_camera_is_hardly_ever_called_wrong
    rng = Random.new(4)
    blamed = (1..1000).count do
      errors = Array.new(rng.rand(6..25)) do
        e = normal(rng)
        e * (e.positive? ? 0.04 : 0.01)
      end
      sentences(errors).match?(/come out too (long|short),/)
    end

    assert_operator blamed, :<=, 62, "5 % and three standard errors"
  end

  def test_a_camera_that_reads_long_or_short_is_told_so
    rng = Random.new(5)
    { 0.03 => "too long", -0.03 => "too short" }.each do |bias, words|
      right = (1..200).count do
        sentences(Array.new(10) { bias + (0.012 * normal(rng)) }).include?("come out #{words}, ")
      end

      assert_operator right, :>=, 190
    end
  end

  def test_few_photos_say_that_they_are_few
    assert_includes sentences([0.05] * 5), "At least 6 photos"
    refute_includes sentences([0.05] * 5), "more than chance"
    assert_equal [], Check.of(numbers: [], lengths: [])
  end

  def test_a_photo_without_a_fish_is_counted_as_lost_and_not_as_an_error
    lost = { true_mm: 500, measured_mm: nil, sd_mm: nil }
    words = Check.of(numbers: [], lengths: [*lengths([0.001] * 3), lost])

    assert_includes words.first, "found: 1 of 4"
    assert(words.any? do |sentence|
      sentence.start_with?("The 95 % margin held", "Half of the lengths")
    end)
  end

  # Counted by hand: one of three right, one of two sure ones wrong.
  def test_numbers_are_counted_whole_and_the_sure_ones_apart
    numbers = [
      { printed: "MS001234", seen: "MS001234", is_sure: true },
      { printed: "MS001235", seen: "MS001285", is_sure: true },
      { printed: "MS001236", seen: "MS0012?6", is_sure: false }
    ]
    words = Check.of(numbers:, lengths: [])

    assert_match(/\ATags read whole and right: 1 of 3, 33 %/, words[0])
    assert_match(/\ASure readings that were wrong: 1 of 2, 50 %/, words[1])
  end
end
