# frozen_string_literal: true

require "matrix"

module Core
  module Photo
    # Carries every point of one picture to where it lies in another, by marks that are the same in
    # both: a thin plate bent as little as possible, and no more than the marks can be trusted.
    #
    # Source: Bookstein (1989), IEEE Trans. PAMI 11, 567-585; smoothed as in Wahba (1990), Spline
    # Models for Observational Data, ch. 2.
    class Warp
      # How far the plate may miss a mark, against how much it is bent. Set on simulated fish
      # (bench/pictures.rb, docs/PICTURES.md).
      STIFFNESS = 0.3

      # from, to: [[x, y], ...] the same marks in both, no three of them on one spot
      def initialize(from, to, stiffness: STIFFNESS)
        @from = from
        @scale = from.combination(2).map { |pair| Corners.distance(*pair) }.max
        @columns = solved(to, stiffness)
      end

      def carry(points) = points.map { |point| at(point) }

      private

      def at(point)
        row = [*@from.map { |mark| bent(point, mark) }, 1.0, *point.map { |value| value / @scale }]
        @columns.map { |weights| row.zip(weights).sum { |value, weight| value * weight } }
      end

      # [weights of x, weights of y]: of each mark, then of the flat plate.
      def solved(to, stiffness)
        matrix = Matrix.rows(rows(stiffness)).lup
        [0, 1].map do |axis|
          matrix.solve(Vector[*to.map do |mark|
            mark[axis]
          end, 0.0, 0.0, 0.0]).to_a
        end
      end

      def rows(stiffness)
        flat = @from.map { |x, y| [1.0, x / @scale, y / @scale] }
        bent = @from.each_with_index.map do |mark, index|
          row = @from.map { |other| bent(mark, other) }
          row[index] += stiffness
          [*row, *flat[index]]
        end
        bent + flat.transpose.map { |row| [*row, 0.0, 0.0, 0.0] }
      end

      def bent(point, mark)
        far = Corners.distance(point, mark) / @scale
        far.zero? ? 0.0 : far * far * Math.log(far)
      end
    end
  end
end
