# frozen_string_literal: true

require_relative "../../support/field_helper"

class BenchTest < Minitest::Test
  Bench = Core::Photo::Bench
  CORNERS = [[212, 188], [1490, 242], [1556, 820], [148, 764]].freeze
  FISH = [[301, 512], [640, 498], [980, 520], [1322, 561]].freeze
  # Another picture, of 4032 × 3024 px at 26 mm: its fish lies 22 mm above the board and is 525.077
  # mm long.
  HIGH_CORNERS = [
    [218.47, 822.13],
    [3495.62, 1034.63],
    [3774.92, 2304.76],
    [-170.96, 2233.84]
  ].freeze
  HIGH_FISH = [[849.45, 1479.89], [2790.59, 1595.18]].freeze

  def measure(corners: CORNERS, fish: FISH, width_mm: 1000, height_mm: 400, above: nil)
    Bench.by_corners(corners:, width_mm:, height_mm:, fish:, above:)
  end

  def above(**change)
    Core::Photo::Above.new(focal_35mm: 26, width_px: 4032, height_px: 3024, **change)
  end

  def refused(**marks) = assert_raises(Core::InvalidInput) { measure(**marks) }.code

  def test_the_door_measures_with_and_without_a_typed_length
    marks = { corners: CORNERS, board: { width_mm: 1000, height_mm: 400 }, fish: FISH }
    asked = { marks:, shown: { width_px: 1600, height_px: 900 }, guild_key: nil }
    deck = Core::Doors::Deck.new
    typed = { length_mm: 756, length_kind: "FL", length_how: "board" }

    assert_nil deck.ask("measure", asked)[:typed]
    assert_equal 756, deck.ask("measure", { **asked, typed: })[:typed][:mm]
  end

  def test_the_plane_and_both_lengths_to_a_hundredth_of_a_millimetre
    expected = [[91.690, 231.014], [341.293, 211.873], [594.089, 217.437], [847.297, 235.989]]
    expected
      .zip(measure.points_mm)
      .each { |want, got| want.zip(got).each { |entry, other| assert_in_delta entry, other, 0.01 } }

    assert_in_delta 755.62, measure.straight_mm, 0.01
    assert_in_delta 757.08, measure.curve_mm, 0.01
  end

  def test_the_camera_and_the_fish_above_the_board
    result = measure(corners: HIGH_CORNERS, fish: HIGH_FISH, above: above(height_mm: 22))
    camera =
      above.camera(
        Core::Photo::Plane.new(
          [[0.0, 0.0], [1000.0, 0.0], [1000.0, 400.0], [0.0, 400.0]],
          HIGH_CORNERS
        )
      )

    assert_in_delta 3028.664, above.focal_px, 0.001
    # A fish of a known height h under a camera at H looks longer by h/H: so much does an error of
    # the focal length, which H hangs on, move it.
    share = Core::Photo::Above::FOCAL_SD

    assert_in_delta share * 22 / 900.0 * 500, above(height_mm: 22).sd_mm(500, 900.0), 1e-9
    assert_in_delta 540.317, result.on_board_mm, 0.001
    assert_in_delta 525.077, result.straight_mm, 0.05
    [430.0, 520.0, 780.0].zip(camera).each { |want, got| assert_in_delta want, got, 0.05 }
    by_rule = measure(corners: HIGH_CORNERS, fish: HIGH_FISH, above:)

    assert_in_delta 0.042 * by_rule.straight_mm, by_rule.height_mm, 1e-9
    assert_operator by_rule.sd_mm, :>, result.sd_mm
  end

  def test_without_a_focal_length_the_usual_camera_is_taken_and_costs_error
    blind = measure(corners: HIGH_CORNERS, fish: HIGH_FISH, above: Core::Photo::Above.new)

    assert_nil blind.camera_mm
    assert_in_delta 540.317 / (1 + (0.042 * 540.317 * 0.00125)), blind.straight_mm, 0.01
    assert_operator blind.sd_mm, :>, measure(corners: HIGH_CORNERS, fish: HIGH_FISH, above:).sd_mm
  end

  def test_a_flat_fish_lies_lower
    flat, round =
      %w[flatfish general].map do |guild_key|
        measure(corners: HIGH_CORNERS, fish: HIGH_FISH, above: above(guild_key:)).straight_mm
      end

    assert_operator flat, :>, round
  end

  # Begun elsewhere, the other way round, or all mixed: the same board.
  # What is not told of a camera is not guessed at: without both sides of the picture, or with a
  # focal length of nothing, there is none.
  def test_a_camera_is_known_by_all_three_or_not_at_all
    whole = { focal_35mm: 26, width_px: 4000, height_px: 3000 }

    # 26 mm of a diagonal of 43.2666 mm, on a diagonal of 5000 px.
    assert_in_delta 26 / 43.2666 * 5000, Core::Photo::Above.new(**whole).focal_px, 1e-9
    [{ focal_35mm: nil }, { focal_35mm: 0 }, { width_px: nil }, { height_px: nil }].each do |change|
      assert_nil Core::Photo::Above.new(**whole, **change).focal_px
    end
  end

  # A plane that shears keeps areas: a step is as long as the root of the area that it spans.
  # What stands in the note is what was measured: 525.1 mm, and so much longer on the board.
  def test_what_is_said_of_a_fish_above_the_board
    result = measure(corners: HIGH_CORNERS, fish: HIGH_FISH, above: above(height_mm: 22))
    answer = Core::Photo::Measuring.plain(result)
    off = (result.on_board_mm - 525.08).round

    assert_operator off, :>, 5
    assert_equal ["The fish is about 22 mm above the board and looks #{off} mm too long there. " \
      "That is taken off. The camera was #{(result.camera_mm / 10).round} cm away."], answer[:notes]
    assert_in_delta 1.96 * result.sd_mm, answer[:margin_mm], 1e-9
  end

  def test_how_much_a_plane_stretches
    sheared = Core::Photo::Plane.new(
      [[0, 0], [100, 0], [100, 100], [0, 100]], [[0, 0], [200, 40], [260, 240], [60, 200]]
    )

    assert_in_delta Math.sqrt((2.0 * 2.0) - (0.4 * 0.6)), sheared.scale_at([50, 50]), 1e-6
  end

  def test_corners_in_any_order_are_the_same_board
    [
      CORNERS.rotate,
      CORNERS.rotate(3),
      CORNERS.reverse,
      [CORNERS[2], CORNERS[0], CORNERS[1], CORNERS[3]]
    ].each { |corners| assert_in_delta 755.62, measure(corners:).straight_mm, 0.01 }
  end

  def test_a_board_that_is_nearly_square_is_asked_about
    square = [[100, 100], [600, 100], [600, 550], [100, 550]]
    fish = [[150, 300], [550, 300]]

    assert_in_delta 352.0,
      measure(corners: square, fish:, width_mm: 440, height_mm: 400).straight_mm,
      0.5
    assert_equal :corners_unclear,
      refused(corners: square.reverse, fish:, width_mm: 440, height_mm: 400)
  end

  def test_marks_that_tell_nothing_are_refused
    line = [[0, 0], [100, 2], [200, 1], [300, 200]]
    inside = [[0, 0], [400, 0], [200, 120], [200, 400]]

    {
      { corners: line } => :marks_on_a_line,
      { corners: inside } => :marks_crossed,
      { corners: line.first(3) } => :marks_missing,
      { fish: [[300, 500], [304, 500]] } => :marks_on_one_spot,
      { width_mm: 0 } => :no_size
    }.each { |marks, code| assert_equal code, refused(**marks), marks.inspect }
    far = [[400, 700], [1200, 700], [1600, 900], [0, 900]]

    assert_equal :beyond_horizon, refused(corners: far, fish: [[700, 800], [700, 512]])
    assert_equal :beyond_horizon, refused(corners: far, fish: [[700, 800], [700, 300]])
  end

  # Outside oracle: many hands that click 2 px off scatter as much as is stated.
  def test_the_stated_error_is_the_spread_of_simulated_clicks
    normal = Normal.new(11)
    lengths =
      Array.new(700) do
        measure(corners: normal.shake(CORNERS), fish: normal.shake(FISH)).straight_mm
      end
    mean = lengths.sum / lengths.size
    spread = Math.sqrt(lengths.sum { |length| (length - mean)**2 } / lengths.size)

    assert_in_delta spread, measure.sd_mm, spread * 0.09
  end

  def test_a_scale_is_a_ruler_and_says_how_unsure_it_is
    scale = { scale: [[100, 50], [500, 50]], mm: 200 }
    result = Bench.by_scale(**scale, fish: [[0, 0], [300, 400]])

    assert_in_delta 250.0, result.straight_mm, 1e-9
    assert_operator result.sd_mm, :>, 250 * 0.015
    {
      { scale: [[100, 50], [103, 50]] } => :marks_on_a_line,
      { mm: 0 } => :no_size,
      { fish: [[0, 0]] } => :marks_missing,
      { fish: [[0, 0], [2, 2]] } => :marks_on_one_spot
    }.each do |change, code|
      assert_equal code,
        assert_raises(Core::InvalidInput) {
          Bench.by_scale(**scale, fish: [[0, 0], [300, 400]], **change)
        }.code
    end
  end

  def test_boards_from_all_sides_with_fish_of_any_thickness
    with_focal, without =
      [26, nil].map { |focal_35mm| Boards.new(20_261).measured(200, focal_35mm:) }

    [with_focal, without].each do |boards|
      inside =
        boards.count { |true_mm, result| (result.straight_mm - true_mm).abs <= 1.96 * result.sd_mm }

      assert_operator inside, :>=, 186, "#{inside} of 200"
    end
    assert_operator with_focal.count { |true_mm, result|
      (result.straight_mm - true_mm).abs <= 1.96 * result.sd_mm
    },
      :<=,
      196
    bias = with_focal.map { |true_mm, result| (result.straight_mm - true_mm) / true_mm }.sort[100]

    assert_operator bias.abs, :<, 0.003
  end
end

# Normal numbers that are the same wherever they are drawn.
class Normal
  def initialize(seed) = @state = seed

  # Source: Park and Miller (1988), Commun. ACM 31, 1192-1201.
  def uniform = (@state = (@state * 48_271) % 2_147_483_647) / 2_147_483_647.0

  def between(low, high) = low + (uniform * (high - low))

  # Source: Box and Muller (1958).
  def draw = Math.sqrt(-2 * Math.log(1 - uniform)) * Math.cos(2 * Math::PI * uniform)

  def shake(marks, by: 2) = marks.map { |mark| mark.map { |value| value + (by * draw) } }
end

# Known truth: a board of 1000 × 400 mm, a fish on it whose middle line lies 10 to 40 mm up, a
# camera somewhere above, and a hand that clicks 2 px off. Projected by rotating and dividing, not
# by the homography under test.
class Boards
  BOARD = [[0, 0, 0], [1000, 0, 0], [1000, 400, 0], [0, 400, 0]].freeze
  FOCAL_PX = 26 / 43.2666 * 2000

  def initialize(seed) = @normal = Normal.new(seed)

  # [[true length, Result], ...] in pictures of 1600 × 1200 px
  def measured(count, focal_35mm:)
    Array.new(count) do
      length = @normal.between(260, 900)
      height = (0.042 * length * (1 + (0.25 * @normal.draw))).clamp(10, 40)
      project = camera
      fish = [
        [50 + @normal.between(0, 40), 200, height],
        [50 + length, 200 + @normal.between(-20, 20), height]
      ]
      true_mm = Math.sqrt(((fish[1][0] - fish[0][0])**2) + ((fish[1][1] - fish[0][1])**2))
      corners, marks =
        [BOARD, fish].map { |points| @normal.shake(points.map { |point| project.call(point) }) }
      above = Core::Photo::Above.new(focal_35mm:, width_px: 1600, height_px: 1200)
      [
        true_mm,
        Core::Photo::Bench.by_corners(corners:, width_mm: 1000, height_mm: 400, fish: marks, above:)
      ]
    end
  end

  # Looks at the board's middle from 600 to 1200 mm above and up to a hand's breadth or three aside.
  def camera
    time = [
      500 + @normal.between(-250, 250),
      200 + @normal.between(-250, 350),
      @normal.between(600, 1200)
    ]
    forward = unit([500 - time[0], 200 - time[1], -time[2]])
    right = unit(cross(forward, [0, -1, 0]).map(&:-@))
    down = cross(right, forward)
    lambda do |point|
      seen = point.zip(time).map { |entry, other| entry - other }
      deep = dot(seen, forward)
      [800 + (FOCAL_PX * dot(seen, right) / deep), 600 + (FOCAL_PX * dot(seen, down) / deep)]
    end
  end

  def dot(entry, two) = (entry[0] * two[0]) + (entry[1] * two[1]) + (entry[2] * two[2])

  def unit(vector)
    Math.sqrt(dot(vector, vector)).then { |long| vector.map { |value| value / long } }
  end

  def cross(entry, two)
    [
      (entry[1] * two[2]) - (entry[2] * two[1]),
      (entry[2] * two[0]) - (entry[0] * two[2]),
      (entry[0] * two[1]) - (entry[1] * two[0])
    ]
  end
end
