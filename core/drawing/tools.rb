# frozen_string_literal: true

module Core
  module Drawing
    # Hands and tools beside the animals, from their measures: tenths of a unit of the sheet, each
    # about the point with which it touches, its length to the right.
    #
    # Each is [[path, as]] from the back to the front; as: hand | sleeve | steel (a stroke) |
    # blade | grip | wood | mark | rim | mesh | cloth | tag | cotton | lead
    module Tools
      module_function

      # { name => [{ path:, as: }] } of every tool that a card or a scene shows.
      def all
        {
          hand:, hand_two: hand(spread: 5), hook:, hook_two: hook(gape: 150), net:, board:,
          remover:, forceps:, cutters:, applicator:, streamer:, sling:, weight:, swab:
        }.transform_values { |layers| layers.map { |path, as| { path:, as: } } }
      end

      # The back of a hand, fingers up. spread: degrees between two fingers
      def hand(spread: 9, finger: 300)
        lengths = [0.78, 1.0, 0.95, 0.74].map { |share| share * finger }
        fingers = lengths.each_with_index.map do |length, finger|
          limb([205 + (finger * 96), -20], -90 + ((finger - 1.5) * spread), length, 84)
        end
        [
          [Pen.capsule([345, 250], [365, 640], 230), "hand"],
          [Pen.line([[205, 470], [505, 470], [530, 720], [190, 720]], closed: true), "sleeve"],
          [limb([215, 190], -146, 270, 92), "hand"],
          *fingers.map { |path| [path, "hand"] },
          [Pen.curve([160, 0], [[150, 180], [180, 330], [260, 350]],
            [[330, 370], [400, 370], [450, 340]], [[520, 300], [540, 160], [535, 0]],
            [[420, -50], [260, -50], [160, 0]], closed: true), "hand"]
        ]
      end

      # gape: from the shank to the point
      def hook(shank: 240, gape: 200)
        bend, point = gape / 2, [gape, -130]
        [
          [Pen.circle([0, -shank - 60], 42), "steel"],
          ["M0 #{-shank - 18}V-40a#{bend} #{bend} 0 1 0 #{gape} 0L#{Pen.spot(point)}", "steel"],
          [Pen.line([point, [gape - 54, -56], [gape, -60]]), "steel"]
        ]
      end

      # Seen from the side: the rim, its bag, the handle to the right.
      def net(radius: 1100, depth: 1040, handle: 1000)
        down = (-4..4).map do |index|
          share = index / 5.0
          low = depth * Math.sqrt(1 - (share**2))
          Pen.curve([share * radius, 130 * (1 - (share**2))],
            [[share * radius, low * 0.5], [share * radius * 0.8, low * 0.9],
              [share * radius * 0.62, low * 0.94]])
        end
        across = [0.28, 0.52, 0.74, 0.9].map do |share|
          wide, y = radius * Math.sqrt(1 - (share**2)) * 0.98, depth * share
          Pen.curve([-wide, y], [[-wide * 0.5, y + 90], [wide * 0.5, y + 90], [wide, y]])
        end
        bag = Pen.curve([-radius, -60], [[-radius, depth * 0.7], [-radius * 0.6, depth],
          [0, depth]], [[radius * 0.6, depth], [radius, depth * 0.7], [radius, -60]])
        [
          *(down + across).map { |path| [path, "mesh"] }, [bag, "mesh"],
          [ring(radius), "rim"],
          [Pen.capsule([radius + 20, -80], [radius + (handle * 0.83), -80 - (handle * 0.55)], 70),
            "grip"]
        ]
      end

      # The stop to the left; a mark a tenth, a long one in the middle.
      def board(length: 1500, wall: 400)
        marks = (1..9).map do |index|
          Pen.line([[index * length / 10, -120], [index * length / 10, index == 5 ? 60 : -30]])
        end
        [[Pen.line([[0, -120], [length, -120], [length, 120], [0, 120]], closed: true), "wood"],
          *marks.map { |path| [path, "mark"] },
          [Pen.line([[0, -wall], [70, -wall], [70, 120], [0, 120]], closed: true), "grip"]]
      end

      # A shaft with an open turn at its end, into which the line goes.
      def remover(shaft: 900)
        [[Pen.capsule([-640, 0], [0, 0], 190), "grip"],
          ["M0 0H#{shaft}C#{shaft + 40} -130 #{shaft + 220} -130 #{shaft + 220} 0" \
            "S#{shaft + 90} 110 #{shaft + 80} 20", "steel"]]
      end

      # Rings to the left, blades that meet to the right.
      def forceps(length: 1200)
        [-1, 1].flat_map do |side|
          [[Pen.circle([-90, side * 150], 130), "steel"],
            [Pen.line([[10, side * 90], [length * 0.36, -side * 34], [length, -side * 8],
              [length, side * 4], [length * 0.34, side * 26]], closed: true), "blade"]]
        end + [[Pen.circle([length * 0.36, 0], 34), "grip"]]
      end

      def cutters(length: 1060)
        joint = length * 0.62
        [-1, 1].flat_map do |side|
          [[Pen.capsule([0, side * 190], [joint, side * 26], 104), "grip"],
            [Pen.line([[joint - 60, -side * 46], [length, -side * 6], [length - 40, side * 70],
              [joint - 20, side * 56]], closed: true), "blade"]]
        end + [[Pen.circle([joint, 0], 40), "steel"]]
      end

      # A hollow needle with its slanted end, and what the hand holds.
      def applicator(needle: 340, grip: 560)
        [[Pen.capsule([needle + 60, 0], [needle + grip, 0], 150), "grip"],
          [Pen.line([[0, 0], [70, -28], [needle + 40, -28], [needle + 40, 28], [24, 28]],
            closed: true), "blade"],
          [Pen.capsule([needle + 180, -30], [needle + 300, -30], 44), "tag"]]
      end

      # Its foot is in the fish; the number along it.
      def streamer(length: 560)
        number = (0..4).map do |index|
          Pen.line([[240 + (index * 80), -14], [240 + (index * 80), 24]])
        end
        [[Pen.line([[0, 0], [150, 4]]), "steel"],
          [Pen.capsule([190, 4], [130 + length, 4], 96), "tag"],
          *number.map { |path| [path, "mark"] }]
      end

      def sling(width: 3800)
        half = width / 2
        cloth = Pen.curve([-half, -300], [[-half * 0.5, 240], [half * 0.5, 240], [half, -300]],
          [[half * 0.96, -120], [half * 0.9, -90], [half * 0.86, -60]],
          [[half * 0.45, 420], [-half * 0.45, 420], [-half * 0.86, -60]], closed: true)
        loops = [-1, 1].map do |side|
          Pen.curve([side * half, -300], [[side * (half + 60), -620],
            [side * (half - 300), -620], [side * (half - 240), -180]])
        end
        [*loops.map { |path| [path, "rim"] }, [cloth, "cloth"]]
      end

      # A clip for the jaw above, the lead below.
      def weight(lead: 240)
        [[Pen.line([[0, -330], [0, -60]]), "steel"],
          [Pen.line([[-70, -640], [-20, -420], [0, -330], [20, -420], [70, -640]]), "steel"],
          [Pen.curve([0, -80], [[lead * 0.7, 0], [lead * 0.8, lead * 1.1], [0, lead * 1.15]],
            [[-lead * 0.8, lead * 1.1], [-lead * 0.7, 0], [0, -80]], closed: true), "lead"]]
      end

      def swab(stick: 640)
        [[Pen.capsule([40, -40], [stick, -stick], 34), "wood"],
          [Pen.capsule([0, 0], [110, -110], 120), "cotton"]]
      end

      # A rounded part of so much length from its root; degrees: 0 to the right, -90 up.
      def limb((x, y), degrees, length, width)
        turn = degrees * Math::PI / 180
        Pen.capsule([x, y], [x + (Math.cos(turn) * length), y + (Math.sin(turn) * length)], width)
      end

      def ring(radius)
        "M#{-radius} -60a#{radius} 170 0 1 0 #{2 * radius} 0a#{radius} 170 0 1 0 #{-2 * radius} 0Z"
      end
    end
  end
end
