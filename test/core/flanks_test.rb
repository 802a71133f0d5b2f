# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../../bench/support/pictures/bent_fish"

# Two pictures of one fish, whose truth is known: which flank each shows, and where its scars lie.
class FlanksTest < Minitest::Test
  Photo = Core::Photo
  SEEDS = (1..150)

  def pairs = SEEDS.map { |seed| Pictures::BentFish.new(seed).pair(same_flank: seed.even?) }

  def off_shares(from, to)
    warp = Photo::Warp.new(*[from, to].map { |view| Photo::Outline.new(view.outline).marks })
    warp.carry(from.scars).zip(to.scars).map do |carried, scar|
      Photo::Corners.distance(carried, scar) / to.length_px
    end
  end

  def test_it_tells_the_flank_however_the_picture_was_turned
    pairs.flatten.each do |view|
      assert_equal view.side.to_s, Photo::Outline.new(view.outline).side
    end
  end

  def test_a_mirrored_picture_shows_the_other_flank
    left, = Pictures::BentFish.new(3).pair
    mirrored = Photo::Outline.new(left.outline.map { |x, y| [-x, y] })

    refute_equal left.side.to_s, mirrored.side
  end

  def test_scars_of_a_bent_fish_land_where_they_are
    off = pairs.flat_map { |pair| off_shares(*pair) }.sort

    assert_operator off[off.size / 2], :<, 0.025
    assert_operator off[off.size * 95 / 100], :<, 0.065
  end

  # Its other oracle: what is only moved, turned, stretched and mirrored is carried exactly.
  def test_a_flat_picture_is_carried_exactly
    marks = [[0, 0], [35, -14], [86, -4], [100, 0], [86, 4], [40, 13]]
    flat = ->((x, y)) { [900 - (3 * x) + (0.5 * y), 200 + (0.4 * x) + (2.5 * y)] }
    warp = Photo::Warp.new(marks, marks.map(&flat))

    [[20, 5], [70, -6]].each do |point|
      assert_in_delta 0, Photo::Corners.distance(*warp.carry([point]), flat.call(point)), 1e-6
    end
  end

  def test_the_mesh_covers_both_fish_and_says_which_flanks_they_show
    first, second = Pictures::BentFish.new(2).pair(same_flank: false)
    overlay = Photo::Flanks.of(first.outline, second.outline)

    assert_equal [first.side, second.side].map(&:to_s), overlay[:sides]
    assert_includes overlay[:sentence], "differ between flanks"
    places = (overlay[:columns] + 1) * (overlay[:rows] + 1)

    assert_equal [places, places], [overlay[:first].size, overlay[:second].size]
    first.scars.each { |scar| assert within?(scar, overlay[:first]) }
  end

  def within?(point, places)
    places.transpose.zip(point).all? { |values, value| value.between?(*values.minmax) }
  end

  def test_marks_that_cannot_be_an_outline_are_refused_in_words
    fish = [[0, 0], [35, -14], [86, -4], [100, 0], [86, 4], [40, 13]]
    wrong = {
      marks_missing: fish.first(5), marks_on_one_spot: [*fish.first(5), [35, -14]],
      marks_crossed: fish.values_at(0, 1, 4, 3, 2, 5)
    }
    wrong.each do |code, marks|
      refused = assert_raises(Core::InvalidInput) { Photo::Flanks.of(fish, marks) }

      assert_equal [code, ["second"]], [refused.code, refused.fields.keys.map(&:to_s)]
    end
    line = assert_raises(Core::InvalidInput) { Photo::Outline.new(fish.map { |x, y| [x, y * 0.01] }) }

    assert_equal :marks_on_one_spot, line.code
  end
end
