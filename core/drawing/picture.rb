# frozen_string_literal: true

module Core
  module Drawing
    # An animal as layers of paths, from back to front, with the points that matter on it.
    class Picture
      MARGIN = 24
      BEHIND = %w[limb leg].freeze

      def self.of(guild) = new(Form.fetch(guild)).to_h

      def initialize(form)
        @form = form
        @extras = Extras.new(form).draw
      end

      # { guild:, seen:, box: [x, y, width, height], layers: [{ path:, as: }], jaw: { path:,
      #   joint: } | nil, eye: [x, y, radius], marks: { measure: [[x, y], [x, y]],
      #   tag: [x, y] | nil,
      #   hold:
      #   [[x, y]], mind: [[x, y]] } }
      # y of the measure is nil where it runs along the body
      # as: fin | ray | spine | body | line | skin | skin_line | dark | limb | leg | plate | eye
      def to_h
        { guild: @form.guild, seen: @form.seen, box:, layers:, jaw:, eye: @form.eye,
          marks: { measure:, tag:, hold: landmarks.hold, mind: landmarks.mind } }
      end

      private

      def landmarks = Landmarks.new(@form)

      def layer(path, as) = { path:, as: }

      def layers
        [*behind, *fins, *body, *details].reject { |shape| shape[:path].to_s.empty? }
      end

      def behind
        @extras.select { |_, as| BEHIND.include?(as) }.map { |path, as| layer(path, as) }
      end

      def fins
        drawn = @form.fins.map { |fin| Fins.new(@form).draw(fin) }
        [Tails.draw(@form), *drawn].compact.flat_map do |shape|
          [layer(shape[:fill], "fin"), layer(shape[:rays], "ray"), layer(shape[:spine], "spine")]
        end
      end

      def body
        # Open at the root of the tail, where nothing ends.
        outline = @form.upper.reverse + @form.lower
        before = @extras.select { |_, as| as == "body" }.map { |path, as| layer(path, as) }
        [*before, layer(Pen.line(outline, closed: @form.tail[0] == "none"), "body")]
      end

      def details
        side = [lateral, gill, pectoral, mouth].compact
        extras = @extras.reject { |_, as| as == "body" || BEHIND.include?(as) }
        [*extras.map { |path, as| layer(path, as) }, *side]
      end

      def lateral
        return nil if @form.extras.include?("second_eye_across")

        layer(Pen.line(@form.lateral_line), "lateral")
      end

      def gill
        return nil if @form.gill.zero? || @form.extras.include?("gill_slits") ||
          @form.extras.include?("second_eye_across")

        x = @form.gill
        top, low = @form.back_at(x) * 0.72, @form.belly_at(x) * 0.86
        layer(Pen.curve([x - 26, top], [[x + 14, top * 0.5], [x + 16, low * 0.5], [x - 34, low]]),
          "gill")
      end

      def pectoral
        x, y, length, height = @form.pectoral
        return nil if length.zero?

        layer(
          Pen.curve([x, y - 8], [[x + (length * 0.4), y - 18], [x + length, y], [x + length,
            y + (height * 0.5)]],
            [[x + (length * 0.8), y + height], [x + (length * 0.3), y + (height * 0.7)],
              [x - 4, y + 14]], closed: true), "fin"
        )
      end

      def mouth
        return nil if @form.mouth[0].zero? || @form.extras.include?("under_mouth")

        x, y = @form.mouth
        layer(Pen.curve([2, @form.belly_at(4) * 0.4],
          [[x * 0.3, y * 0.4], [x * 0.7, y * 0.8], [x, y]]),
          "mouth")
      end

      # The lower jaw, to be turned about its joint.
      def jaw
        x, y = @form.mouth
        return nil if x.zero?

        under = (0..6).map { |step| x * step / 6.0 }.map { |x_mm| [x_mm, @form.belly_at(x_mm)] }
        { path: Pen.line([[x, y], [2, 2], *under], closed: true), joint: [x, y] }
      end

      # Where the length goes from and to, along the body or across it.
      def measure
        return across if @form.extras.include?("second_eye_across")

        fork = %w[forked crescent].include?(@form.tail[0]) ? @form.tail[3] : 0
        [[@form.extras.include?("bill") ? 246 : @form.body.first[0], nil],
          [Tails::BACK - fork, nil]]
      end

      def across
        x, above, below = @form.body.max_by { |_, over, under| over + under }
        [[x, -above], [x, below]]
      end

      def tag
        unless @form.dorsal && @form.seen == "side" && Fish::Guild.fetch(@form.guild).tag_site
          return nil
        end

        from, to = @form.dorsal
        x = from + (0.85 * (to - from))
        base = @form.back_at(x)
        [x.round, (base + ((@form.lateral_at(x) - base) * 0.5)).round]
      end

      def box
        ys = numbers(1)
        xs = numbers(0)
        [xs.min - MARGIN, ys.min - MARGIN, xs.max - xs.min + (2 * MARGIN),
          ys.max - ys.min + (2 * MARGIN)]
      end

      ABSOLUTE = /(-?\d+) (-?\d+)/
      BOW = /M(-?\d+) (-?\d+)q-?\d+ -?\d+ (-?\d+) (-?\d+)/

      # Every x or y of the outline, the fins and the limbs, and where bows end.
      def numbers(axis)
        @numbers ||= [*behind, *fins, *body, *lines].flat_map do |shape|
          path = shape[:path].to_s
          bows = path.scan(BOW).map { |x, y, dx, dy| [x.to_i + dx.to_i, y.to_i + dy.to_i] }
          path.split(/[aql]/).first.to_s.scan(ABSOLUTE).map { |pair| pair.map(&:to_i) } + bows
        end
        @numbers.map { |pair| pair[axis] }
      end

      def lines = @extras.select { |_, as| as == "line" }.map { |path, as| layer(path, as) }
    end
  end
end
