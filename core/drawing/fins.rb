# frozen_string_literal: true

module Core
  module Drawing
    # Fins, each by its kind, on the outline of a form. Returns { fill: path, rays: path }.
    class Fins
      RAYS = 9

      def initialize(form) = @form = form

      # fin: as Form keeps it
      def draw(fin)
        kind, on, from, to, height, lean, spines = fin
        @out = on == "back" ? -1 : 1
        @base = ->(x) { on == "back" ? @form.back_at(x) : @form.belly_at(x) }
        @from, @to, @height, @lean, @spines = from, to, height, lean, spines
        send(kind)
      end

      private

      # A point at a distance from the outline, leaning back.
      def off(x, height, lean = 0) = [x + lean, @base[x] + (@out * height)]
      def foot(x) = [x, @base[x] - (@out * 4)]
      def share(t) = @from + ((@to - @from) * t)

      def along(count) = (0..count).map { |step| share(step / count.to_f) }

      def base_back = along(10).reverse.map { |x| foot(x) }

      def spiny
        tips = (0...@spines).map do |index|
          t = (index + 0.3) / @spines
          high = @height * (0.62 + (0.38 * Math.sin(Math::PI * (t + 0.12))))
          [share(t), off(share(t), high, @lean), high]
        end
        edge = tips.each_with_index.flat_map do |(x, tip, high), index|
          after = tips[index + 1]
          dip = off(after ? (x + after[0]) / 2 : @to, high * (after ? 0.66 : 0.4), @lean * 0.7)
          [tip, dip]
        end
        { fill: Pen.line([foot(@from), *edge, foot(@to), *base_back], closed: true),
          rays: tips.map { |x, tip, _| Pen.line([foot(x), tip]) }.join }
      end

      # The height of a fin over its length: rising at once, falling slowly.
      def soft(shape = ->(t) { Math.sin(Math::PI * [(t * 0.72) + 0.2, 1].min)**0.7 })
        edge = along(14).map do |x|
          t = (x - @from) / (@to - @from).to_f
          off(x, @height * shape[t], @lean * t)
        end
        rays = along(RAYS).drop(1).map do |x|
          t = (x - @from) / (@to - @from).to_f
          Pen.line([foot(x), off(x, @height * shape[t] * 0.88, @lean * t)])
        end
        { fill: Pen.line([foot(@from), *edge, foot(@to), *base_back], closed: true),
          rays: rays.join }
      end

      def sail
        soft(->(t) { t < 0.16 ? 0.3 + (t * 4.3) : 1.0 - (0.72 * ((t - 0.16)**0.6)) })
      end

      def fringe = soft(->(t) { Math.sin(Math::PI * ((t * 0.94) + 0.03))**0.45 })

      # One stout saw-edged ray in front of a soft fin.
      def armed
        drawn = soft(->(t) { t < 0.1 ? 0.86 + t : 0.96 - (0.42 * t) })
        tip = off(@from, @height * 0.98, @lean * 0.5)
        teeth = (1..6).map do |index|
          t = index / 7.0
          x = @from + (@lean * 0.5 * t)
          Pen.line([[x + 2, @base[@from] + (@out * @height * t)],
            [x + 9, @base[@from] + (@out * @height * (t - 0.05))]])
        end
        { fill: drawn[:fill], rays: drawn[:rays] + teeth.join,
          spine: Pen.line([foot(@from - 6), tip, foot(@from + 8)], closed: true) }
      end

      def adipose
        tip = off(@to, @height, @lean)
        { fill: Pen.curve(foot(@from),
          [off(@from, @height * 0.7), off(share(0.5), @height * 1.2), tip],
          [off(@to, @height * 0.5, @lean * 0.6), foot(@to), foot(@to)], closed: true), rays: "" }
      end

      def pelvic
        tip = off(share(0.4), @height * 0.62, @lean + (@height * 0.55))
        back = off(@to, @height * 0.26, @lean * 0.4)
        rays = [0.25, 0.5, 0.75].map do |t|
          Pen.line([foot(share(t)), [(tip[0] * (1 - t)) + (back[0] * t) - 6,
            (tip[1] * (1 - t)) + (back[1] * t)]])
        end
        { fill: Pen.curve(foot(@from), [off(@from, @height * 0.3, 8), tip, tip],
          [tip, back, foot(@to)], closed: true), rays: rays.join }
      end

      def shark
        tip = off(@to, @height, @lean * 0.3)
        { fill: Pen.curve(foot(@from), [off(share(0.35), @height * 0.72), tip, tip],
          [off(@to, @height * 0.6, -@lean * 0.1), off(share(0.92), @height * 0.2),
            foot(@to + (@lean * 0.5))], closed: true), rays: "" }
      end

      def sickle
        tip = off(@to, @height, @lean)
        { fill: Pen.curve(foot(@from), [off(@from, @height * 0.45, 10), tip, tip],
          [off(share(0.8), @height * 0.5), off(share(0.7), @height * 0.15), foot(@to)],
          closed: true),
          rays: "" }
      end

      def finlets
        each = along(@spines)
        paths = each.each_cons(2).map do |from, to|
          tip = off(to, @height, @lean)
          Pen.line([foot(from + 6), tip, foot(to - 4)], closed: true)
        end
        { fill: paths.join, rays: "" }
      end

      def tail_fin
        { fill: Pen.curve(foot(@from), [off(@from, @height), off(@to, @height, @lean), foot(@to)],
          closed: true), rays: "" }
      end
    end
  end
end
