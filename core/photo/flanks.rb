# frozen_string_literal: true

module Core
  module Photo
    # Two pictures of perhaps the same fish, the second brought into the shape of the first, so that
    # a person can see whether scars and spots lie in the same places. It says which flanks they
    # show and nothing of whether the fish is the same: nothing here was measured on real fish.
    module Flanks
      # The first picture is parted into so many by so many fields, each carried over as a flat
      # piece, over the fish and a margin about it, a share of its length.
      COLUMNS = 16
      ROWS = 10
      MARGIN = 0.12

      module_function

      # first, second: [[x, y] × 6] in pixels, see Outline
      # Returns { sides: ["left" | "right" × 2], sentence:, columns:, rows:,
      #   first:, second: [[x, y], ...] row by row, the same places in both pictures }.
      # Raises InvalidInput, its field "first" or "second".
      def of(first, second)
        first, second = outline("first", first), outline("second", second)
        here = places(first)
        sides = [first.side, second.side]
        {
          sides:, sentence: sentence(sides), columns: COLUMNS, rows: ROWS, first: here,
          second: Warp.new(first.marks, second.marks).carry(here)
        }
      end

      def outline(field, marks)
        Outline.new(marks)
      rescue InvalidInput => e
        raise InvalidInput.at(field, e.code, e.message)
      end

      def sentence(sides)
        return Text.of("photo.flanks.same", side: sides.first) if sides.uniq.one?

        Text.of("photo.flanks.both", first: sides[0], second: sides[1])
      end

      # The corners of the fields.
      def places(outline)
        margin = MARGIN * outline.length_px
        (left, right), (top, bottom) = outline.marks.transpose.map(&:minmax)
        across = steps(left - margin, right + margin, COLUMNS)
        steps(top - margin, bottom + margin, ROWS).flat_map { |y| across.map { |x| [x, y] } }
      end

      def steps(from, to, count)
        (0..count).map { |step| from + ((to - from) * step / count) }
      end
      private_class_method :outline, :sentence, :places, :steps
    end
  end
end
