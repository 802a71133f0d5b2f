# frozen_string_literal: true

require "matrix"

module Core
  module Photo
    # Finds our board in a picture by the markers that are seen on it: all their corners together,
    # by least squares.
    #
    #   seen: [{ id:, corners: [[x, y] × 4] }] in pixels, clockwise from a marker's own top left
    #
    # Source: Hartley and Zisserman (2004), Multiple View Geometry, ch. 4 (normalised direct linear
    # transformation).
    class BoardView
      # One marker alone tells too little of the slant.
      LEAST_MARKERS = 2
      # Corners farther off than this, in pixels, are of a board that is bent or badly joined. House
      # rule.
      MOST_OFF_PX = 4.0

      attr_reader :ids, :width_mm

      # BoardView, or nil where too few markers of ours are seen.
      def self.of(seen)
        ours = seen.uniq { |marker| marker[:id] }.select { |marker| Board.corners_mm(marker[:id]) }
        new(ours) if ours.size >= LEAST_MARKERS
      end

      def initialize(seen)
        @ids = seen.map { |marker| marker[:id] }.sort
        @width_mm = Board.width_mm(@ids)
        @on_board = seen.flat_map { |marker| Board.corners_mm(marker[:id]) }
        @in_picture = seen.flat_map { |marker| marker[:corners] }
        @numbers = fit
      end

      # From millimetres on the board to pixels of the picture, row by row.
      attr_reader :numbers

      def carry(points) = points.map { |point| at(point) }

      # The corners of as much of the board as the markers tell of, for the bench.
      def corners
        carry([[0, 0], [width_mm, 0], [width_mm, Board::HEIGHT_MM], [0, Board::HEIGHT_MM]])
      end

      # As the bench takes them: the board's corners, and the fish from snout to fork, with its
      # tail's end beside; only the corners where no fish was found.
      #   outline: { snout:, fork:, tail: } in pixels, or nil
      def marks(outline)
        {
          board: { width_mm:, height_mm: Board::HEIGHT_MM }, corners:,
          fish: outline ? outline.values_at(:snout, :fork) : [], tail: outline && outline[:tail],
          markers: ids.size, is_flat: flat?
        }
      end

      # Root mean square of how far the markers' corners are from where the board's plane puts them.
      def off_px
        squares = carry(@on_board).zip(@in_picture).flat_map do |here, there|
          here.zip(there).map { |value, seen| (value - seen)**2 }
        end
        Math.sqrt(squares.sum / @on_board.size)
      end

      def flat? = off_px <= MOST_OFF_PX

      private

      def at(point)
        x, y = point
        sums = numbers.each_slice(3).map { |a, b, c| (a * x) + (b * y) + c }
        [sums[0] / sums[2], sums[1] / sums[2]]
      end

      # Both sides moved to their middle and to about the same size first, for a stable solution.
      def fit
        here, to_here = normalised(@on_board)
        there, to_there = normalised(@in_picture)
        solved = solve(here, there)
        plane = Matrix.rows([*solved, 1.0].each_slice(3).to_a)
        (to_there.inverse * plane * to_here).to_a.flatten
      end

      def normalised(points)
        x, y = [0, 1].map { |axis| points.sum { |point| point[axis] } / points.size.to_f }
        size = points.sum { |px, py| Math.hypot(px - x, py - y) } / points.size
        scale = Math.sqrt(2) / size
        [
          points.map { |px, py| [(px - x) * scale, (py - y) * scale] },
          Matrix[[scale, 0.0, -scale * x], [0.0, scale, -scale * y], [0.0, 0.0, 1.0]]
        ]
      end

      def solve(here, there)
        rows, values = [], []
        here.zip(there).each do |(x, y), (u, v)|
          rows << [x, y, 1.0, 0.0, 0.0, 0.0, -u * x, -u * y] <<
            [0.0, 0.0, 0.0, x, y, 1.0, -v * x, -v * y]
          values << u << v
        end
        matrix = Matrix.rows(rows)
        (matrix.transpose * matrix).lup.solve(matrix.transpose * Vector.elements(values)).to_a
      end
    end
  end
end
