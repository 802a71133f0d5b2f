# frozen_string_literal: true

require "vips"

module Formats
  # A ruler or tape in a picture: its numbers are read, see RulerNumbers, and two of them are
  # offered as a scale for the bench. Work for the picture process.
  module RulerPicture
    LOOKED_AT_PX = 2400
    HEIGHT_PX = 96
    MOST_WIDTH_PX = 3600
    MOST_SHAPES = 2
    # Shorter and broader things are no rulers.
    LEAST_ELONGATION = 6.0
    LEAST_SHARE_OF_PICTURE = 0.25
    # marks: { scale: [[x, y] × 2], labels: [Integer × 2] } what stands there, centimetres or
    #        inches; nil where no ruler is seen
    Seen = Struct.new(:marks, :jpeg, keyword_init: true)

    module_function

    # In pixels of the size that is shown. Raises Core::InvalidInput as Picture does.
    def in_picture(bytes)
      image = Picture.upright(bytes, LOOKED_AT_PX)
      shown = [Picture::SHOWN_PX / [image.width, image.height].max.to_f, 1.0].min
      best = rulers(image).filter_map { |strip| scale(strip) }.max_by { |_, scale| scale.agreed }
      Seen.new(marks: best && marks(*best, shown), jpeg: "")
    end

    def rulers(image)
      strips = LongShapes.strips(
        image, most: MOST_SHAPES, height_px: HEIGHT_PX, most_width_px: MOST_WIDTH_PX
      )
      strips.select do |strip|
        shape = strip.shape
        shape.length_px / shape.width_px >= LEAST_ELONGATION &&
          shape.length_px >= LEAST_SHARE_OF_PICTURE * LongShapes::LOOKED_AT_PX
      end
    end

    # [strip, Core::Photo::Ruler::Scale] or nil, whichever way up it reads.
    def scale(strip)
      scales = RulerNumbers.each_way_up(strip.image).filter_map do |numbers|
        labels = numbers.map { |number| Core::Photo::Ruler::Label.new(**number) }
        Core::Photo::Ruler.scale(labels, width_px: HEIGHT_PX)
      end
      scales.empty? ? nil : [strip, scales.max_by(&:agreed)]
    end

    def marks(strip, scale, shown)
      ends = [scale.from, scale.to].map do |label|
        strip.place(label.along.abs, label.across).map { |value| value * shown }
      end
      { scale: ends, labels: [scale.from.value, scale.to.value] }
    end
    private_class_method :rulers, :scale, :marks
  end
end
