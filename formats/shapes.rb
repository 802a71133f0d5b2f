# frozen_string_literal: true

require "vips"

module Formats
  # What stands out in a picture: the level that parts it from its ground, and each connected part.
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

    # How many pixels there are of each level.
    def counts(levels) = levels.hist_find.write_to_memory.unpack("L*")

    # Of a band of L*a*b*, to a whole number.
    def median(band) = (band + 128).cast(:uchar).percent(50) - 128

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
