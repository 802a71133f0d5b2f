# frozen_string_literal: true

module Core
  module Photo
    # A fish measured in its picture. S3.
    #
    #   corners: [[x, y] × 4] of a known rectangle in pixels, from its top left clockwise; width_mm, height_mm: its size
    #   scale:   [[x, y] × 2], mm: two marks a known distance apart; only right when the camera looked straight down
    #   fish:    [[x, y], ...] the fish as a line, snout first, its fork or tail end last
    #
    # Returns a frozen Result:
    #   straight_mm: first to last point, what is stored;  curve_mm: along the line, shown beside it
    #   sd_mm:       of the straight length, from CLICK_SD_PX per coordinate of every mark
    #   points_mm:   the fish on the board's plane;  slant: largest over smallest scale on the board, nil from a scale
    # Raises InvalidInput :marks_missing, :marks_on_a_line, :marks_crossed.
    # Source: Hartley and Zisserman (2004), Multiple View Geometry, ch. 5 (propagated error).
    module Bench
      Result = Struct.new(:straight_mm, :curve_mm, :sd_mm, :points_mm, :slant, keyword_init: true)
      CLICK_SD_PX = 2.0
      # A camera that looks "straight down" by hand is off by some degrees: 10° shorten by 1.5 %. House rule.
      UNSEEN_SLANT = 0.015
      # A triangle of three corners flatter than this share of a square on its longest side is a line.
      FLAT = 0.02

      module_function

      def by_corners(corners:, width_mm:, height_mm:, fish:)
        refuse(:marks_missing, "Mark all four corners of the board and at least two points on the fish.") if corners.size != 4 || fish.size < 2
        check_corners(corners)
        board = [[0, 0], [width_mm, 0], [width_mm, height_mm], [0, height_mm]].map { |pair| pair.map(&:to_f) }
        found = measure(corners + fish) { |marks| Plane.new(marks.first(4), board).carry(marks.drop(4)) }
        scales = Plane.new(corners, board).then { |plane| corners.map { |corner| plane.scale_at(corner) } }
        Result.new(**found, slant: scales.max / scales.min).freeze
      end

      def by_scale(scale:, mm:, fish:)
        refuse(:marks_missing, "Mark both ends of the scale and at least two points on the fish.") if scale.size != 2 || fish.size < 2
        refuse(:marks_on_a_line, "The two marks of the scale lie on each other. Put them as far apart as the scale goes.") if distance(*scale) < 10
        found = measure(scale + fish) do |marks|
          per_px = mm / distance(*marks.first(2))
          marks.drop(2).map { |x, y| [x * per_px, y * per_px] }
        end
        Result.new(**found, sd_mm: Math.hypot(found[:sd_mm], UNSEEN_SLANT * found[:straight_mm]), slant: nil).freeze
      end

      # The lengths, and how far each moves when any one mark moves.
      def measure(marks, &to_mm)
        points = yield(marks)
        variance = marks.each_index.to_a.product([0, 1]).sum { |mark, axis| (slope(marks, mark, axis, &to_mm) * CLICK_SD_PX)**2 }
        { straight_mm: straight(points), curve_mm: points.each_cons(2).sum { |pair| distance(*pair) }, sd_mm: Math.sqrt(variance), points_mm: points }
      end

      def slope(marks, mark, axis)
        [0.5, -0.5].map do |step|
          moved = marks.map(&:dup)
          moved[mark][axis] += step
          straight(yield(moved))
        end.reduce(:-)
      end

      def check_corners(corners)
        turns = corners.each_index.map { |index| turn(corners[index], corners[(index + 1) % 4], corners[(index + 2) % 4]) }
        longest = corners.combination(2).map { |pair| distance(*pair) }.max
        refuse(:marks_on_a_line, "Three of the four corners lie nearly on a line, so the board's plane cannot be told. Mark the corners of the board itself.") if turns.any? do |one|
          one.abs < FLAT * (longest**2)
        end
        return if turns.all?(&:positive?) || turns.all?(&:negative?)

        refuse(:marks_crossed, "The corners are not in order round the board. Mark them clockwise from the top left.")
      end

      def turn(from, over, to) = ((over[0] - from[0]) * (to[1] - from[1])) - ((over[1] - from[1]) * (to[0] - from[0]))
      def straight(points) = distance(points.first, points.last)
      def distance(from, to) = Math.hypot(to[0] - from[0], to[1] - from[1])
      def refuse(code, sentence) = raise(InvalidInput.at("marks", code, sentence))
      private_class_method :measure, :slope, :check_corners, :turn, :straight, :distance, :refuse
    end
  end
end
