# frozen_string_literal: true

require_relative "../support/test_helper"

# The board found again from its markers, under a camera that is known.
class BoardViewTest < Minitest::Test
  # A pinhole that looks down at the board aslant.
  def seen(point, slant: 0.5, bend_mm: 0)
    x, y = point[0] - 520, point[1] - 95
    z = -bend_mm * ((x / 520.0)**2)
    depth = 1000 + (y * Math.sin(slant)) + (z * Math.cos(slant))
    [800 + (1100 * x / depth),
      600 + (1100 * ((y * Math.cos(slant)) - (z * Math.sin(slant))) / depth)]
  end

  def markers(ids, **how)
    ids.map { |id| { id:, corners: Core::Photo::Board.corners_mm(id).map { |mm| seen(mm, **how) } } }
  end

  def test_any_few_markers_put_every_other_point_where_the_camera_sees_it
    [(0..15).to_a, [0, 14], [3, 5, 12]].each do |ids|
      view = Core::Photo::BoardView.of(markers(ids))
      truth = seen([417, 80])

      view.carry([[417, 80]]).first.zip(truth).each do |value, true_value|
        assert_in_delta true_value, value, 1e-6
      end
      assert_predicate view, :flat?
    end
  end

  # A fish of 480 mm, measured through the corners that the view gives the bench.
  def test_its_corners_measure_a_length
    view = Core::Photo::BoardView.of(markers([0, 3, 9, 14]))
    marks = view.marks({ snout: seen([20, 95]), fork: seen([500, 95]), tail: seen([520, 60]) })
    measured = Core::Photo::Bench.by_corners(
      corners: marks[:corners], fish: marks[:fish], **marks[:board]
    )

    assert_in_delta 480, measured.straight_mm, 1e-3
    assert_equal [4, 1040], [marks[:markers], marks[:board][:width_mm]]
  end

  def test_a_board_that_is_bent_says_so
    refute_predicate Core::Photo::BoardView.of(markers((0..15).to_a, bend_mm: 60)), :flat?
  end

  def test_one_marker_or_markers_of_others_are_no_board
    assert_nil Core::Photo::BoardView.of(markers([4]))
    assert_nil Core::Photo::BoardView.of([{ id: 300, corners: [[0, 0]] * 4 }] * 3)
    assert_nil Core::Photo::BoardView.of([])
  end

  def test_no_two_markers_of_the_longest_board_overlap
    boxes = (0...Core::Photo::Board::MARKERS).map { |id| Core::Photo::Board.top_left_mm(id) }
    side = Core::Photo::Board::MARKER_MM

    assert(
      boxes.combination(2).all? { |(x, y), (u, v)| (x - u).abs > side || (y - v).abs > side }
    )
  end
end
