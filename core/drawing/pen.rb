# frozen_string_literal: true

module Core
  module Drawing
    # Writes paths as SVG wants them (Scalable Vector Graphics 1.1, 2011), in whole units.
    module Pen
      module_function

      # points: [[x, y]]
      def line(points, closed: false)
        "M#{points.map { |point| spot(point) }.join('L')}#{'Z' if closed}"
      end

      # from: [x, y];  curves: [[control, control, to]]
      def curve(from, *curves, closed: false)
        "M#{spot(from)}#{curves.map { |three| "C#{three.map { |point| spot(point) }.join(' ')}" }
          .join}#{'Z' if closed}"
      end

      def circle((x, y), radius)
        "M#{spot([x - radius, y])}a#{radius.round} #{radius.round} 0 1 0 #{2 * radius.round} 0" \
          "a#{radius.round} #{radius.round} 0 1 0 #{-2 * radius.round} 0Z"
      end

      # A rounded bar between two points.
      def capsule((x1, y1), (x2, y2), width)
        far, half = Math.hypot(x2 - x1, y2 - y1), width / 2.0
        off = [(y1 - y2) / far * half, (x2 - x1) / far * half]
        a, b = [x1 + off[0], y1 + off[1]], [x2 + off[0], y2 + off[1]]
        c, d = [x2 - off[0], y2 - off[1]], [x1 - off[0], y1 - off[1]]
        turn = "A#{half.round} #{half.round} 0 0 0 "
        "M#{spot(a)}L#{spot(b)}#{turn}#{spot(c)}L#{spot(d)}#{turn}#{spot(a)}Z"
      end

      def spot((x, y)) = "#{x.round} #{y.round}"
    end
  end
end
