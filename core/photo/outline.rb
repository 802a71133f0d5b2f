# frozen_string_literal: true

module Core
  module Photo
    # The outline of a fish in its picture, by six marks round it, and which flank it shows.
    class Outline
      # In the order round the fish. Back and belly where the fish is deepest; the stalk, above and
      # below, where the tail begins.
      PLACES = %i[snout back stalk_above fork stalk_below belly].freeze
      # A fish that is this many times as long as deep has no surface to compare.
      # House rule.
      MOST_SLENDER = 40
      # Marks nearer to each other, in shares of the length, are on one spot. House rule.
      ONE_SPOT = 0.005

      attr_reader :marks

      # marks: [[x, y] × 6] by PLACES, in pixels; y grows downward
      # Raises InvalidInput :marks_missing, :marks_on_one_spot, :marks_crossed.
      def initialize(marks)
        @marks = marks.map { |point| point.map(&:to_f) }
        refuse_missing
        refuse_one_spot
        refuse_crossed
      end

      # "left" | "right", as the fish has it: the side that faces the camera. Marks of the back and
      # the belly that were changed about would turn it, and so does a mirrored picture.
      def side = area.positive? ? "left" : "right"

      def length_px = Corners.distance(marks[0], marks[3])

      # By the shoelace: positive where snout, back, fork, belly go round clockwise as they are
      # seen.
      def area
        edges.sum { |(x0, y0), (x1, y1)| (x0 * y1) - (x1 * y0) } / 2
      end

      private

      def edges = marks.zip(marks.rotate)

      def refuse_missing
        refuse(:marks_missing, Text.of("photo.outline.marks_missing")) if marks.size != PLACES.size
      end

      def refuse_one_spot
        near = marks.combination(2).any? { |pair| Corners.distance(*pair) < ONE_SPOT * length_px }
        return unless near || length_px < Bench::LEAST_PX || slender?

        refuse(:marks_on_one_spot, Text.of("photo.outline.marks_on_one_spot"))
      end

      def slender? = area.abs * MOST_SLENDER < length_px * length_px

      # Two edges that are not beside each other meet.
      def refuse_crossed
        crossed = edges.each_with_index.to_a.combination(2).any? do |(edge, first), (other, two)|
          apart = two - first
          apart.between?(2, PLACES.size - 2) && meet?(edge, other)
        end
        refuse(:marks_crossed, Text.of("photo.outline.marks_crossed")) if crossed
      end

      def meet?((a, b), (c, d))
        Corners.turn(a, b, c).positive? != Corners.turn(a, b, d).positive? &&
          Corners.turn(c, d, a).positive? != Corners.turn(c, d, b).positive?
      end

      def refuse(code, sentence) = raise(InvalidInput.at("marks", code, sentence))
    end
  end
end
