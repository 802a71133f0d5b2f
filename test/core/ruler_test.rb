# frozen_string_literal: true

require_relative "../support/test_helper"

# Numbers read on rulers whose truth is known, many of them misread.
class RulerTest < Minitest::Test
  Ruler = Core::Photo::Ruler
  WIDTH_PX = 96

  # These numbers so far apart, crowding to the far end; wrong: share that is misread.
  def labels(rng, values, unit_px:, wrong: 0.0, slant: 0.0)
    values.map do |value|
      along = (unit_px * value / (1 + (slant * value))) + rng.rand(-0.06..0.06)
      read = rng.rand < wrong ? rng.rand(1..99) : value
      Ruler::Label.new(value: read, along:, across: 50)
    end
  end

  def scale(labels) = Ruler.scale(labels, width_px: WIDTH_PX)

  def test_three_tens_are_a_scale_and_their_ends_its_marks
    seen = scale(labels(Random.new(1), [10, 20, 30, 40], unit_px: 30))

    assert_equal [10, 40, 4], [seen.from.value, seen.to.value, seen.agreed]
    assert_in_delta 900, seen.to.along - seen.from.along, 1
  end

  def test_misread_numbers_are_left_out
    rng = Random.new(2)
    right = (1..200).count do
      seen = scale(labels(rng, 1..18, unit_px: 36, wrong: 0.4, slant: 0.002)) or next
      units = seen.to.value - seen.from.value
      truth = [seen.to, seen.from].map { |label| 36 * label.value / (1 + (0.002 * label.value)) }
      ((seen.to.along - seen.from.along) - (truth[0] - truth[1])).abs < 0.02 * units * 36
    end

    assert_operator right, :>=, 150
  end

  # Stains and scratches that read as numbers.
  def test_numbers_anywhere_are_hardly_ever_a_ruler
    rng = Random.new(3)
    taken = (1..120).count do
      count = rng.rand(3..20)
      scale(Array.new(count) do
        Ruler::Label.new(value: rng.rand(1..99), along: rng.rand(0.0..3000.0), across: 50)
      end)
    end

    assert_operator taken, :<=, 3
  end

  def test_two_numbers_or_none_are_no_scale
    assert_nil scale([])
    assert_nil scale(labels(Random.new(1), [10, 20], unit_px: 30))
  end
end
