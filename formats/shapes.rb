# frozen_string_literal: true

require "vips"

module Formats
  # Finds parts of a picture that stand out: by how far their colour is off, the level that parts
  # them from their ground, and how they hang together.
  #
  # Source: Otsu (1979), IEEE Trans. SMC 9, 62-66 (threshold).
  module Shapes
    module_function

    # The level that parts an image of one band, 0 to 255, into two kinds best.
    def threshold(levels)
      counts = counts(levels)
      total = counts.sum.to_f
      whole = counts.each_with_index.sum { |count, level| count * level }.to_f
      below = below_sum = 0.0
      counts.each_with_index.max_by do |count, level|
        below += count
        below_sum += count * level
        next 0.0 if below.zero? || below == total

        gap = (below_sum / below) - ((whole - below_sum) / (total - below))
        below * (total - below) * gap * gap
      end.last
    end

    # [how many pixels there are of each level]
    def counts(levels) = levels.hist_find.write_to_memory.unpack("L*")

    # The median of each band of an image in L*a*b*, to whole numbers.
    def median_colour(lab)
      (0..2).map { |band| (lab[band] + 128).cast(:uchar).percent(50) - 128 }
    end

    # Twice the distance of each pixel from a colour, 0 to 255; lightness counts so much, because
    # shade changes it more than colour.
    def distance(lab, colour, lightness:)
      off = (lab - colour) * [lightness, 1.0, 1.0]
      ((off[0]**2) + (off[1]**2) + (off[2]**2)).**(0.5).*(2).cast(:uchar).copy_memory
    end

    # [[[x, y], ...], ...]: the connected parts of a mask.
    def regions(mask)
      labels = mask.labelregions.write_to_memory.unpack("l*")
      regions = Hash.new { |all, label| all[label] = [] }
      mask.write_to_memory.each_byte.with_index do |inside, index|
        regions[labels[index]] << index.divmod(mask.width).reverse unless inside.zero?
      end
      regions.values
    end
  end
end
