# frozen_string_literal: true

module Core
  module Drawing
    # What only some guilds have: whiskers, plates, teeth, bills, claws, patterns of the skin.
    # Each returns [[path, how]]; how: "line" | "dark" (filled) | "skin" (pattern) | "limb" (as
    # fins)
    class Extras
      def initialize(form) = @form = form

      def draw = @form.extras.flat_map { |name| send(name) }

      private

      def line(*paths) = paths.map { |path| [path, "line"] }

      def mouth = @form.mouth

      # Spots, bars and scales lie within the outline: x and share of the height.
      def inside(x, share)
        [x, share.negative? ? -share * @form.back_at(x) : share * @form.belly_at(x)]
      end

      def strewn(count, from, to, low: -0.85, high: 0.5)
        (0...count).map do |index|
          x = from + ((to - from) * ((index * 0.618034) % 1))
          inside(x, low + ((high - low) * ((index * 0.414214) % 1)))
        end
      end

      def spots = strewn(46, 230, 800).map { |spot| [Pen.circle(spot, 5), "skin"] }
      def speckles = strewn(60, 180, 800, high: 0.1).map { |spot| [Pen.circle(spot, 3), "skin"] }
      def blotches = strewn(26, 300, 800, high: 0.7).map { |spot| [Pen.circle(spot, 11), "skin"] }

      def bars
        [330, 430, 530, 630, 730].map do |x|
          top, low = inside(x, -0.9), inside(x + 6, 0.35)
          [Pen.line([top, [x + 22, top[1] + 4], [x + 16, low[1]], low], closed: true), "skin"]
        end
      end

      def stripes_above
        (0...9).map do |index|
          x = 300 + (index * 48)
          [Pen.line([inside(x, -0.88), inside(x + 46, -0.3)]), "skin_line"]
        end
      end

      def scales = net(36, 0.26)
      def large_scales = net(46, 0.3)

      # Rows of small arcs.
      def net(step, across)
        (-2..2).flat_map do |row|
          (0..(500 / step)).map do |step_index|
            x, y = inside(290 + (step_index * step) + (row.odd? ? step / 2.0 : 0), row * across)
            ["M#{Pen.spot([x, y - (step * 0.3)])}q#{(step * 0.45).round} #{(step * 0.3).round} 0 " \
              "#{(step * 0.6).round}", "skin_line"]
          end
        end
      end

      def big_mouth
        x, y = mouth
        [["M#{Pen.spot([x - 26, y - 16])}l34 4 6 22-22 6Z", "line"]]
      end

      def teeth
        x, y = mouth
        (1..6).map do |index|
          t = index / 7.0
          ["M#{Pen.spot([x * t, (y * t) - 7])}l5 9 5-9", "line"]
        end
      end

      def flat_snout = line("M#{Pen.spot([14, -8])}q60 -14 130 -18")

      def cheek_spines
        x, y = @form.gill, 18
        line("M#{Pen.spot([x - 34, y - 30])}l22 4-16 10 26 6-20 12 26 8",
          "M#{Pen.spot([x - 6, -26])}l20 -6")
      end

      def whiskers
        x, y = mouth
        line("M#{Pen.spot([18, -6])}q-26 30 -46 92", "M#{Pen.spot([30, 26])}q-4 44 -24 84",
          "M#{Pen.spot([x, y + 14])}q8 36 -4 78", "M#{Pen.spot([34, -30])}q-14 -34 -38 -46")
      end

      def short_whiskers
        x, y = mouth
        line("M#{Pen.spot([x - 6, y + 2])}q-8 14 -4 26", "M#{Pen.spot([x + 4, y + 4])}q-4 16 4 30")
      end

      def chin_whisker = line("M#{Pen.spot([58, 46])}q-8 18 -2 36")

      def under_whiskers
        line(*[70, 80, 90, 100].map { |x| "M#{Pen.spot([x, @form.belly_at(x) - 2])}q-6 14 -2 34" })
      end

      def under_mouth
        x, y = mouth
        [["M#{Pen.spot([x - 26, y - 8])}q20 14 38 2", "line"]]
      end

      def armed_pectoral
        x, y, length, = @form.pectoral
        teeth = (1..5).map do |index|
          t = index / 6.0
          Pen.line([[x + (length * t), y + (28 * t)], [x + (length * t) + 3, y + (28 * t) + 9]])
        end
        line(*teeth)
      end

      def gill_slits
        (0...5).map do |index|
          x = @form.gill - 62 + (index * 16)
          ["M#{Pen.spot([x, -26])}q8 22 0 46", "line"]
        end
      end

      def keel = line("M#{Pen.spot([800, 0])}q36 -7 66 0q-32 7 -66 0")

      def scutes
        on = lambda do |share, count|
          (0...count).map do |index|
            x = 270 + (index * 490 / (count - 1))
            px, py = inside(x, share)
            Pen.line([[px - 18, py + 5], [px, py - 8], [px + 18, py + 5], [px, py + 8]],
              closed: true)
          end
        end
        [*on[-0.95, 10], *on[-0.12, 16], *on[0.85, 8]].map { |path| [path, "plate"] }
      end

      def bill
        [[Pen.line([[-170, 6], [250, -16], [250, 10]], closed: true), "body"]]
      end

      # On the same side of the head.
      def second_eye
        x, y, radius = @form.eye
        [[Pen.circle([x - 34, y + 68], radius), "eye"], [Pen.circle([x - 34, y + 68], 8), "dark"]]
      end

      def second_eye_across
        x, y, radius = @form.eye
        [[Pen.circle([x, -y], radius), "eye"], [Pen.circle([x, -y], 5), "dark"]]
      end

      def thorns
        (0...16).map { |index| ["M#{Pen.spot([330 + (index * 38), -7])}l7 7-7 7", "line"] } +
          [["M170 -66q14 -8 26 2", "line"], ["M170 66q14 8 26 -2", "line"]]
      end

      def claspers
        [[Pen.curve([520, 126], [[560, 150], [610, 146], [612, 96]],
          [[600, 84], [580, 70], [570, 66]],
          closed: true), "limb"],
          [Pen.curve([520, -126], [[560, -150], [610, -146], [612, -96]],
            [[600, -84], [580, -70], [570, -66]], closed: true), "limb"]]
      end

      def claws
        [-1, 1].flat_map do |side|
          arm = Pen.curve([330, side * 190],
            [[250, side * 260], [180, side * 300], [120, side * 250]],
            [[110, side * 210], [160, side * 230], [210, side * 220]],
            [[260, side * 200], [300, side * 170], [330, side * 160]], closed: true)
          hand = Pen.curve([140, side * 280],
            [[40, side * 290], [-40, side * 190], [10, side * 96]],
            [[30, side * 120], [50, side * 150], [70, side * 160]],
            [[70, side * 130], [80, side * 100], [110, side * 96]],
            [[150, side * 150], [180, side * 220], [140, side * 280]], closed: true)
          [[arm, "limb"], [hand, "limb"]]
        end
      end

      def legs
        [-1, 1].flat_map do |side|
          [[420, 270, 60], [500, 290, 130], [580, 270, 200], [650, 220, 250]].map do |x, y, back|
            root, foot = [x, side * y * 0.9], [x + back, side * (y + 96)]
            knee = [x + (back * 0.3), side * (y + 110)]
            ["M#{Pen.spot(root)}Q#{Pen.spot(knee)} #{Pen.spot(foot)}", "leg"]
          end
        end
      end
    end
  end
end
