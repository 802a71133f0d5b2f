# frozen_string_literal: true

require "vips"

module Formats
  # Cuts out the places where a picture may show a streamer tag, straightened and laid level, see
  # LongShapes.
  module TagStrips
    HEIGHT_PX = 72
    MOST_WIDTH_PX = 1800
    MOST_SHAPES = 2
    # The ends are round, and the rim shades and shines.
    ENDS = 0.965
    RIM = 0.06
    # Light is evened out over so many pixels; ink differs from the tag by at least so much L*.
    PAPER_PX = 22
    LEAST_INK = 8
    # Round what is written, for the reader of characters.
    FRAME_PX = [24, 14].freeze

    module_function

    # image: upright, in colour. Returns [Vips::Image] in grey with dark ink: several looks at each
    # of the likeliest shapes, each way up.
    def call(image)
      strips = LongShapes.strips(
        image, most: MOST_SHAPES, height_px: HEIGHT_PX, most_width_px: MOST_WIDTH_PX, ends: ENDS
      )
      strips.flat_map do |strip|
        looks(writing(strip.image).copy_memory).flat_map { |look| [look, look.rot180] }
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
    private_class_method :looks, :writing, :written
  end
end
