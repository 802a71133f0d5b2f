# frozen_string_literal: true

module Core
  module Photo
    # A ruler or tape in a picture, by the numbers that were read on it: which of them stand where
    # numbers of a ruler would, and two of them as the marks of a scale.
    #
    # A number that was misread stands elsewhere than its neighbours say. The numbers of a ruler
    # seen aslant crowd towards its far end: x = (a·v + b) / (1 + c·v).
    # Source: Fischler and Bolles (1981), Commun. ACM 24, 381-395 (consensus of samples).
    class Ruler
      # The least numbers that make a ruler, seen straight on and aslant: fewer are in their places
      # by chance too often. House rules.
      LEAST_STRAIGHT, LEAST_ASLANT = 3, 5
      # And of all that were read at least this share.
      LEAST_SHARE = 0.5
      # A number is in its place when it is off by less than this part of the way to the next one.
      OFF = 0.3
      # A centimetre or an inch is so much of the ruler's width.
      UNIT_OF_WIDTH = (0.1..1.6)
      # Farther aslant than this a uniform scale says nothing.
      MOST_SLANT = 0.35

      # Label: value: as read;  along, across: in pixels of the ruler laid level
      Label = Struct.new(:value, :along, :across, keyword_init: true)
      # from, to: Label, the marks of the scale;  agreed: how many numbers are in their places
      Scale = Struct.new(:from, :to, :agreed, keyword_init: true)

      # labels: [Label];  width_px: of the ruler laid level. Returns Scale or nil.
      def self.scale(labels, width_px:) = new(labels, width_px).scale

      def initialize(labels, width_px)
        @labels, @width_px = labels, width_px
      end

      def scale
        agreed = best
        return if agreed.nil?

        tens = agreed.select { |label| (label.value % 10).zero? }
        ends = (tens.size > 1 ? tens : agreed).minmax_by(&:value)
        Scale.new(from: ends[0], to: ends[1], agreed: agreed.size)
      end

      private

      def best
        [[2, LEAST_STRAIGHT], [3, LEAST_ASLANT]].flat_map do |size, least|
          models = @labels.combination(size).filter_map { |sample| model(sample) }
          models.map { |model| in_place(model) }.select { |agreed| agreed.size >= least }
        end.select { |agreed| agreed.size >= LEAST_SHARE * @labels.size }.max_by(&:size)
      end

      # [a, b, c], or nil for what no ruler is.
      def model(sample)
        return if sample.map(&:value).uniq.size < sample.size

        model = sample.size == 2 ? straight(*sample) : aslant(*sample)
        model if model && ruler?(model)
      end

      def straight(first, second)
        unit = (second.along - first.along) / (second.value - first.value).to_f
        [unit, first.along - (unit * first.value), 0.0]
      end

      # Three equations a·v + b - c·v·x = x.
      def aslant(*sample)
        rows = sample.map { |label| [label.value.to_f, 1.0, -label.value * label.along.to_f] }
        whole = determinant(rows)
        return if whole.abs < 1e-9

        (0..2).map do |column|
          swapped = rows.zip(sample).map do |row, label|
            row.dup.tap { |copy| copy[column] = label.along.to_f }
          end
          determinant(swapped) / whole
        end
      end

      def determinant(rows)
        (a, b, c), (d, e, f), (g, h, i) = rows
        (a * ((e * i) - (f * h))) - (b * ((d * i) - (f * g))) + (c * ((d * h) - (e * g)))
      end

      def ruler?(model)
        low, high = @labels.map(&:value).minmax
        return false if (model[2] * (high - low)).abs > MOST_SLANT

        [low, high].all? do |value|
          1 + (model[2] * value) > MOST_SLANT &&
            UNIT_OF_WIDTH.cover?(unit_px(model, value) / @width_px)
        end
      end

      def along(model, value) = ((model[0] * value) + model[1]) / (1 + (model[2] * value))
      def unit_px(model, value) = along(model, value + 0.5) - along(model, value - 0.5)

      # Each value once, the nearest.
      def in_place(model)
        near = @labels.select do |label|
          (label.along - along(model, label.value)).abs < OFF * unit_px(model, label.value)
        end
        near.group_by(&:value).values.map do |same|
          same.min_by { |label| (label.along - along(model, label.value)).abs }
        end
      end
    end
  end
end
