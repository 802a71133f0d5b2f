# frozen_string_literal: true

module Core
  # Animals as they are drawn: one source for pages, paper and practice.
  module Drawing
    # A smooth line through points, as a row of short straight ones.
    module Outline
      STEPS = 8

      module_function

      # points: [[x, y]]. Catmull and Rom (1974), uniform. Returns [[x, y]] through all of them.
      def through(points)
        return points if points.size < 3

        line = (0...(points.size - 1)).flat_map do |index|
          before = points[[index - 1, 0].max]
          after = points[[index + 2, points.size - 1].min]
          (0...STEPS).map { |step| between(before, points[index], points[index + 1], after, step) }
        end
        line + [points.last]
      end

      # The y of a line at an x, straight between its points.
      def at(line, x)
        after = line.index { |point| point[0] >= x } || (line.size - 1)
        return line[0][1] if after.zero?

        (x0, y0), (x1, y1) = line[after - 1], line[after]
        x1 == x0 ? y1 : y0 + ((y1 - y0) * (x - x0) / (x1 - x0))
      end

      def between(before, from, to, after, step)
        t = step / STEPS.to_f
        [0, 1].map do |axis|
          a, b, c, d = before[axis], from[axis], to[axis], after[axis]
          0.5 * ((2 * b) + ((c - a) * t) + (((2 * a) - (5 * b) + (4 * c) - d) * t * t) +
            (((3 * b) - a - (3 * c) + d) * t * t * t))
        end
      end
      private_class_method :between
    end
  end
end
