# frozen_string_literal: true

module Core
  module Photo
    # One flat thing seen from anywhere: four points of it and where they stand carry every other
    # point over.
    # Source: Heckbert (1989), Fundamentals of Texture Mapping and Image Warping, 2.2 (square to
    # quadrilateral).
    class Plane
      # The nine numbers of the homography, row by row; only their shares count.
      attr_reader :numbers

      # from, to: [[x, y] × 4], no three of either on a line
      def initialize(from, to)
        @numbers = times(by_square(to), turned_round(by_square(from))).freeze
      end

      def carry(points) = points.map { |point| at(point) }

      # Of one sign on this side of the horizon, and of the other beyond it.
      def depth(point) = (numbers[6] * point[0]) + (numbers[7] * point[1]) + numbers[8]

      # How much longer a step is there than here, around this point: square root of the area it is
      # stretched by.
      def scale_at(point)
        x, y = point
        here, right, below = carry([[x, y], [x + 1, y], [x, y + 1]])
        Math.sqrt(
          (
            ((right[0] - here[0]) * (below[1] - here[1])) -
              ((right[1] - here[1]) * (below[0] - here[0]))
          ).abs
        )
      end

      private

      def at(point)
        x, y = point
        deep = depth(point)
        [
          ((numbers[0] * x) + (numbers[1] * y) + numbers[2]) / deep,
          ((numbers[3] * x) + (numbers[4] * y) + numbers[5]) / deep
        ]
      end

      # From the corners (0, 0), (1, 0), (1, 1), (0, 1) to these four points.
      def by_square(points)
        (x0, y0), (x1, y1), (x2, y2), (x3, y3) = points.map { |point| point.map(&:to_f) }
        right, down, skew =
          [x1 - x2, y1 - y2],
          [x3 - x2, y3 - y2],
          [x0 - x1 + x2 - x3, y0 - y1 + y2 - y3]
        area = cross(right, down)
        g = cross(skew, down) / area
        h = cross(right, skew) / area
        [
          x1 - x0 + (g * x1),
          x3 - x0 + (h * x3),
          x0,
          y1 - y0 + (g * y1),
          y3 - y0 + (h * y3),
          y0,
          g,
          h,
          1.0
        ]
      end

      def cross(first, two) = (first[0] * two[1]) - (two[0] * first[1])

      # The way back, but for a factor: the matrix of cofactors.
      def turned_round(numbers)
        a, b, c, d, e, f, g, h, i = numbers
        [
          (e * i) - (f * h),
          (c * h) - (b * i),
          (b * f) - (c * e),
          (f * g) - (d * i),
          (a * i) - (c * g),
          (c * d) - (a * f),
          (d * h) - (e * g),
          (b * g) - (a * h),
          (a * e) - (b * d)
        ]
      end

      def times(first, two)
        [0, 3, 6].flat_map do |row|
          [0, 1, 2].map do |column|
            (first[row] * two[column]) + (first[row + 1] * two[column + 3]) +
              (first[row + 2] * two[column + 6])
          end
        end
      end
    end
  end
end
