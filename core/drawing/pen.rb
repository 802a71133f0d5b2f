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

      def spot((x, y)) = "#{x.round} #{y.round}"
    end
  end
end
