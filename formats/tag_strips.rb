# frozen_string_literal: true

require "matrix"
require "vips"

module Formats
  # Cuts out the places where a picture may show a streamer tag, straightened and laid level: long
  # narrow shapes whose colour is not that of the picture round them.
  #
  # Source: Hu (1962), IRE Trans. IT 8, 179-187 (direction of a shape from its moments).
  module TagStrips
    # The size in which shapes are looked for.
    LOOKED_AT_PX = 360
    HEIGHT_PX = 72
    MOST_WIDTH_PX = 1800
    MOST_SHAPES = 2
    # A tag is some ten times as long as wide; it may end at the picture's edge or under a thumb.
    LEAST_ELONGATION = 3.0
    MOST_ELONGATION = 12
    LEAST_SHARE_OF_PICTURE = 0.0015
    # A tag's colour says more than its lightness, which counts so much.
    LIGHTNESS = 0.6
    # A shape takes up so much of the level box round it.
    LEAST_FILLED = 0.45
    # Columns narrower than this share of the shape's width are not its whole width.
    WHOLE_COLUMN = 0.6
    # A little more than the shape's own width, so that a slip of the outline cuts nothing off; the
    # ends are round, and the rim shades and shines.
    MARGIN = 1.02
    ENDS = 0.965
    RIM = 0.06
    # Light is evened out over so many pixels; ink differs from the tag by at least so much L*.
    PAPER_PX = 22
    LEAST_INK = 8
    # Round what is written, for the reader of characters.
    FRAME_PX = [24, 14].freeze

    # A long shape, in pixels of the small picture: its middle, direction in radians, length and
    # width; its middle line runs at bend·along² + tilt·along + shift.
    Shape =
      Struct.new(
        :x, :y, :angle, :length_px, :width_px, :bend, :tilt, :shift, :score, keyword_init: true
      )

    module_function

    # image: upright, in colour. Returns [Vips::Image] in grey with dark ink: several looks at each
    # of the likeliest shapes, each way up.
    def call(image)
      small = image.resize([LOOKED_AT_PX / [image.width, image.height].max.to_f, 1.0].min)
      scale = image.width / small.width.to_f
      shapes(small).flat_map do |shape|
        level = writing(straightened(image, shape, scale).copy_memory).copy_memory
        looks(level).flat_map { |look| [look, look.rot180] }
      end
    end

    # The same writing as it is, softer, smaller, and in black and white at two levels: what one
    # look mistakes the others may not.
    def looks(level)
      [
        level,
        level.gaussblur(1.4),
        level.resize(0.62),
        (level.gaussblur(1.0) > 120).ifthenelse(255, 0),
        (level.gaussblur(0.8) > 80).ifthenelse(255, 0).cast(:uchar).gaussblur(0.7)
      ].map { |look| look.cast(:uchar).copy_memory }
    end

    def shapes(small)
      least = small.width * small.height * LEAST_SHARE_OF_PICTURE
      Shapes
        .regions(apart(small).copy_memory)
        .select { |region| region.size >= least }
        .filter_map { |region| shape(region) }
        .max_by(MOST_SHAPES, &:score)
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

    def straightened(image, shape, scale)
      zoom = HEIGHT_PX / (shape.width_px * MARGIN)
      width = (shape.length_px * zoom * ENDS).round.clamp(HEIGHT_PX, MOST_WIDTH_PX)
      place = Vips::Image.xyz(width, HEIGHT_PX)
      along = (place[0] - (width / 2.0)) / zoom
      across = ((place[1] - (HEIGHT_PX / 2.0)) / zoom) +
        (along * along * shape.bend) + (along * shape.tilt) + shape.shift
      cos, sin = Math.cos(shape.angle), Math.sin(shape.angle)
      x = ((along * cos) - (across * sin) + shape.x) * scale
      y = ((along * sin) + (across * cos) + shape.y) * scale
      image.mapim(
        x.bandjoin(y), interpolate: Vips::Interpolate.new("bicubic"), extend: :copy
      )
    end

    # Ink in grey on white, whatever the tag's colour and however light falls on it, as long as
    # there is writing.
    def writing(strip)
      rim = (HEIGHT_PX * RIM).round
      inner = strip.crop(0, rim, strip.width, HEIGHT_PX - (2 * rim))
      lightness = inner.colourspace(:lab)[0].copy_memory
      around = lightness.gaussblur(PAPER_PX)
      paper = (lightness < around - 3).ifthenelse(around, lightness).gaussblur(PAPER_PX / 2)
      dark = paper - lightness
      ink = (dark * (255.0 / [dark.percent(97), LEAST_INK].max)).cast(:uchar).copy_memory
      from, to = written(ink)
      across, down = FRAME_PX
      ink
        .crop(from, 0, to - from, ink.height)
        .embed(across, down, to - from + (2 * across), ink.height + (2 * down))
        .invert
    end

    # [first, last] pixel along the strip with ink.
    def written(ink)
      columns = ink.project[0].cast(:float).gaussblur(30).write_to_memory.unpack("e*")
      enough = columns.max * 0.45
      inside = columns.each_index.select { |index| columns[index] >= enough }
      [[inside.first - 30, 0].max, [inside.last + 30, ink.width].min]
    end
    private_class_method :looks, :shapes, :apart, :shape, :columns, :long,
      :parabola, :straightened, :writing, :written
  end
end
