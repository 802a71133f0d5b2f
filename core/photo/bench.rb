# frozen_string_literal: true

require "matrix"

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
    # Source: Hartley and Zisserman (2004), Multiple View Geometry, ch. 4 (plane homography) and 5 (propagated error).
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
        measure(corners + fish) { |marks| project(plane(marks.first(4), board), marks.drop(4)) }
          .then { |found| Result.new(**found, slant: slant(plane(corners, board), corners)).freeze }
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
        points = to_mm.call(marks)
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

      # The eight numbers that carry four pixels to four places on the plane.
      def plane(pixels, places)
        rows = pixels.zip(places).flat_map do |(x, y), (u, v)|
          [[x, y, 1.0, 0.0, 0.0, 0.0, -u * x, -u * y], [0.0, 0.0, 0.0, x, y, 1.0, -v * x, -v * y]]
        end
        Matrix[*rows.map { |row| row.map(&:to_f) }].lup.solve(Vector[*places.flatten]).to_a
      end

      def project(numbers, pixels)
        a, b, c, d, e, f, g, h = numbers
        pixels.map do |x, y|
          depth = (g * x) + (h * y) + 1
          [((a * x) + (b * y) + c) / depth, ((d * x) + (e * y) + f) / depth]
        end
      end

      # How much larger the nearest corner of the board stands in the picture than the farthest.
      def slant(numbers, corners)
        scales = corners.map do |x, y|
          here, right, below = project(numbers, [[x, y], [x + 1, y], [x, y + 1]])
          Math.sqrt((((right[0] - here[0]) * (below[1] - here[1])) - ((right[1] - here[1]) * (below[0] - here[0]))).abs)
        end
        scales.max / scales.min
      end

      def check_corners(corners)
        turns = corners.each_index.map { |index| turn(corners[index], corners[(index + 1) % 4], corners[(index + 2) % 4]) }
        longest = corners.combination(2).map { |pair| distance(*pair) }.max
        refuse(:marks_on_a_line, "Three of the four corners lie nearly on a line, so the board's plane cannot be told. Mark the corners of the board itself.") if turns.any? { |one| one.abs < FLAT * (longest**2) }
        return if turns.all?(&:positive?) || turns.all?(&:negative?)

        refuse(:marks_crossed, "The corners are not in order round the board. Mark them clockwise from the top left.")
      end

      def turn(from, over, to) = ((over[0] - from[0]) * (to[1] - from[1])) - ((over[1] - from[1]) * (to[0] - from[0]))
      def straight(points) = distance(points.first, points.last)
      def distance(from, to) = Math.hypot(to[0] - from[0], to[1] - from[1])
      def refuse(code, sentence) = raise(InvalidInput.at("marks", code, sentence))
      private_class_method :measure, :slope, :plane, :project, :slant, :check_corners, :turn, :straight, :distance, :refuse
    end
  end
end
