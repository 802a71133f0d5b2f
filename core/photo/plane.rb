# frozen_string_literal: true

require "matrix"

module Core
  module Photo
    # One flat thing seen from anywhere: four points of it and where they stand carry every other point over.
    # Source: Hartley and Zisserman (2004), Multiple View Geometry, ch. 4 (plane homography).
    class Plane
      # from, to: [[x, y] × 4], no three of either on a line
      def initialize(from, to)
        rows = from.zip(to).flat_map do |(x, y), (u, v)|
          [[x, y, 1.0, 0.0, 0.0, 0.0, -u * x, -u * y], [0.0, 0.0, 0.0, x, y, 1.0, -v * x, -v * y]]
        end
        @numbers = Matrix[*rows.map { |row| row.map(&:to_f) }].lup.solve(Vector[*to.flatten.map(&:to_f)]).to_a
      end

      def carry(points) = points.map { |point| at(point) }

      # How much longer a step is there than here, around this point: square root of the area it is stretched by.
      def scale_at((x, y))
        here, right, below = carry([[x, y], [x + 1, y], [x, y + 1]])
        Math.sqrt((((right[0] - here[0]) * (below[1] - here[1])) - ((right[1] - here[1]) * (below[0] - here[0]))).abs)
      end

      private

      def at((x, y))
        a, b, c, d, e, f, g, h = @numbers
        depth = (g * x) + (h * y) + 1
        [((a * x) + (b * y) + c) / depth, ((d * x) + (e * y) + f) / depth]
      end
    end
  end
end
