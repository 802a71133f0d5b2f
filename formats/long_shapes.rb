# frozen_string_literal: true

require "matrix"
require "vips"

module Formats
  # Long narrow shapes whose colour is not that of the picture round them, such as tags and rulers,
  # and how each is laid level.
  #
  # Source: Hu (1962), IRE Trans. IT 8, 179-187 (direction of a shape from its moments).
  module LongShapes
    # The size in which shapes are looked for.
    LOOKED_AT_PX = 360
    # It may end at the picture's edge or under a thumb; beyond the most, length says no more.
    LEAST_ELONGATION = 3.0
    MOST_ELONGATION = 12
    LEAST_SHARE_OF_PICTURE = 0.0015
    # Its colour says more than its lightness, which counts so much.
    LIGHTNESS = 0.6
    # A shape takes up so much of the level box round it.
    LEAST_FILLED = 0.45
    # Columns narrower than this share of the shape's width are not its whole width.
    WHOLE_COLUMN = 0.6
    # A little more than the shape's own width, so that a slip of the outline cuts nothing off.
    MARGIN = 1.02

    # A long shape, in pixels of the small picture: its middle, direction in radians, length and
    # width; its middle line runs at bend·along² + tilt·along + shift.
    Shape =
      Struct.new(
        :x, :y, :angle, :length_px, :width_px, :bend, :tilt, :shift, :score, keyword_init: true
      )

    # A shape laid level.
    #   image: Vips::Image;  zoom: its pixels for one of the small picture
    Strip = Struct.new(:image, :shape, :scale, :zoom, keyword_init: true) do
      # Where a pixel of it lies in the picture: [x, y]
      def place(x, y)
        LongShapes.place(
          shape, (x - (image.width / 2.0)) / zoom, (y - (image.height / 2.0)) / zoom
        ).map { |value| value * scale }
      end
    end

    module_function

    # In a picture as large as it came: [Strip], the likeliest first.
    #   ends: the share of the length that is kept
    def strips(image, most:, height_px:, most_width_px:, ends: 1.0)
      small = image.resize([LOOKED_AT_PX / [image.width, image.height].max.to_f, 1.0].min)
      scale = image.width / small.width.to_f
      find(small, most:).map do |shape|
        zoom = height_px / (shape.width_px * MARGIN)
        width = (shape.length_px * zoom * ends).round.clamp(height_px, most_width_px)
        strip = Strip.new(shape:, scale:, zoom:)
        strip.image = straightened(image, strip, Vips::Image.xyz(width, height_px))
        strip
      end
    end

    # Those in a picture that has some LOOKED_AT_PX, the likeliest first: [Shape].
    def find(small, most:)
      least = small.width * small.height * LEAST_SHARE_OF_PICTURE
      Shapes
        .regions(apart(small).copy_memory)
        .select { |region| region.size >= least }
        .filter_map { |region| shape(region) }
        .max_by(most, &:score)
    end

    # 255 where the colour is not that of most of the picture.
    def apart(small)
      lab = small.colourspace(:lab).gaussblur(1.0).copy_memory
      levels = Shapes.distance(lab, Shapes.median_colour(lab), lightness: LIGHTNESS)
      mask = levels > Shapes.threshold(levels)
      # Letters and scratches are no holes.
      mask.gaussblur(1.5) > 110
    end

    # points: [[x, y], ...]. Returns Shape, or nil for what is not long and narrow.
    def shape(points)
      x, y = [0, 1].map { |axis| points.sum { |point| point[axis] } / points.size.to_f }
      xx = yy = xy = 0.0
      points.each do |px, py|
        xx += (px - x)**2
        yy += (py - y)**2
        xy += (px - x) * (py - y)
      end
      angle = 0.5 * Math.atan2(2 * xy, xx - yy)
      long(columns(points, x, y, angle), points.size, x:, y:, angle:)
    end

    # { how far along the direction => [how far across it] }
    def columns(points, x, y, angle)
      cos, sin = Math.cos(angle), Math.sin(angle)
      points.each_with_object(Hash.new { |all, along| all[along] = [] }) do |(px, py), columns|
        dx, dy = px - x, py - y
        columns[((dx * cos) + (dy * sin)).round] << ((dy * cos) - (dx * sin))
      end
    end

    def long(columns, size, **where)
      ends = columns.transform_values(&:minmax)
      first, last = columns.keys.minmax
      length = last - first + 1
      widths = ends.values.map { |least, most| most - least + 1 }.sort
      width = widths[widths.size * 3 / 4]
      filled = size / (length * width)
      elongation = length / width
      return if elongation < LEAST_ELONGATION || filled < LEAST_FILLED

      whole = ends.select { |_, (least, most)| most - least + 1 > width * WHOLE_COLUMN }
      bend, tilt, shift = parabola(whole.map { |along, sides| [along.to_f, sides.sum / 2] })
      Shape.new(
        **where, length_px: length, width_px: width, bend:, tilt:, shift:,
        score: length * [filled, 1.0].min * [elongation, MOST_ELONGATION].min
      )
    end

    # Least squares: [bend, tilt, shift].
    def parabola(pairs)
      rows = Matrix.rows(pairs.map { |along, _| [along * along, along, 1.0] })
      across = Vector.elements(pairs.map(&:last))
      ((rows.transpose * rows).inverse * (rows.transpose * across)).to_a
    rescue ExceptionForMatrix::ErrNotRegular
      [0.0, 0.0, 0.0]
    end

    # level: where each pixel of the strip is
    def straightened(image, strip, level)
      middle = [level.width / 2.0, level.height / 2.0]
      along, across = [0, 1].map { |axis| (level[axis] - middle[axis]) / strip.zoom }
      x, y = place(strip.shape, along, across).map { |value| value * strip.scale }
      image.mapim(
        x.bandjoin(y), interpolate: Vips::Interpolate.new("bicubic"), extend: :copy
      ).copy_memory
    end

    # Where a point so far along and across the shape's middle line lies; numbers or images.
    def place(shape, along, across)
      lifted = across + (along * along * shape.bend) + (along * shape.tilt) + shape.shift
      cos, sin = Math.cos(shape.angle), Math.sin(shape.angle)
      [(along * cos) - (lifted * sin) + shape.x, (along * sin) + (lifted * cos) + shape.y]
    end
    private_class_method :find, :apart, :shape, :columns, :long, :parabola, :straightened
  end
end
