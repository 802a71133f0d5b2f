# frozen_string_literal: true

module Core
  module Photo
    # The four marks on a board's corners, brought into the board's own order: from its top left
    # clockwise, as it is seen.
    #
    # Marks in any order are taken in their true one; corners that begin elsewhere are told from the
    # board's long sides, and asked about where it is nearly square. Raises InvalidInput
    # :marks_missing, :marks_on_a_line, :marks_crossed, :corners_unclear.
    module Corners
      # A triangle of three corners flatter than this share of a square on its longest side is a
      # line.
      FLAT = 0.02
      # A board whose sides differ by less tells no beginning. House rule.
      NEARLY_SQUARE = 1.25

      module_function

      # corners: [[x, y] × 4] in pixels;  width_mm, height_mm: of the board
      def in_order(corners, width_mm, height_mm)
        refuse_lines(corners)
        around = clockwise(corners)
        unless convex?(around)
          refuse(
            :marks_crossed,
            "One of the corners is between the others. Mark the four corners of the board itself."
          )
        end
        begun(around, around == corners, width_mm, height_mm)
      end

      # As marked, or begun one corner on: whichever way the long sides of the picture are those of
      # the board.
      def begun(around, as_marked, width_mm, height_mm)
        turned = around.rotate
        as_it_is, other = [around, turned].map { |corners| misfit(corners, width_mm, height_mm) }
        square = [width_mm, height_mm].max.fdiv([width_mm, height_mm].min) < NEARLY_SQUARE
        return as_it_is <= other ? around : turned unless square
        return around if as_marked && as_it_is <= other + 0.1

        refuse(
          :corners_unclear,
          Text.of("photo.corners.this_board_is_nearly_square")
        )
      end

      # How far the sides as seen are from the board's own, on a logarithm's scale.
      def misfit(corners, width_mm, height_mm)
        wide = distance(corners[0], corners[1]) + distance(corners[2], corners[3])
        high = distance(corners[1], corners[2]) + distance(corners[3], corners[0])
        Math.log(wide / high * height_mm / width_mm).abs
      end

      # Round their middle, the first mark first; y grows downward in a picture.
      def clockwise(corners)
        x, y = [0, 1].map { |axis| corners.map { |corner| corner[axis] }.inject(:+) / 4.0 }
        order = corners.sort_by { |corner| Math.atan2(corner[1] - y, corner[0] - x) }
        order.rotate(order.index(corners.first))
      end

      def convex?(around)
        (0..3).all? do |index|
          turn(around[index], around[(index + 1) % 4], around[(index + 2) % 4]).positive?
        end
      end

      def refuse_lines(corners)
        longest = corners.combination(2).map { |pair| distance(*pair) }.max
        flat = corners.combination(3).any? { |three| turn(*three).abs < FLAT * longest * longest }
        return unless flat

        refuse(
          :marks_on_a_line,
          "Three of the four corners are nearly on a line. Mark the corners of the board itself."
        )
      end

      def turn(from, over, to)
        ((over[0] - from[0]) * (to[1] - from[1])) - ((over[1] - from[1]) * (to[0] - from[0]))
      end

      def distance(from, to)
        Math.sqrt(((to[0] - from[0]) * (to[0] - from[0])) + ((to[1] - from[1]) * (to[1] - from[1])))
      end

      def refuse(code, sentence) = raise(InvalidInput.at("marks", code, sentence))
      private_class_method :begun, :misfit, :clockwise, :convex?, :refuse_lines, :refuse
    end
  end
end
