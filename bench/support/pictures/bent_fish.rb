# frozen_string_literal: true

module Pictures
  # One fish photographed twice: bent another way each time, seen from any side and aslant, marked
  # by a hand that is a little off, and perhaps from its other flank. Only the points, no picture:
  # what is asked is where a scar of the first picture lies in the second.
  #
  # The fish is a middle line with a height at each place along it, all as shares of its length.
  class BentFish
    # Heights above and below the middle line, by place along the fish, head first.
    BACK = [[0.0, 0.0], [0.08, 0.06], [0.35, 0.13], [0.6, 0.1], [0.86, 0.035], [1.0, 0.0]].freeze
    BELLY = [[0.0, 0.0], [0.08, 0.05], [0.4, 0.12], [0.65, 0.09], [0.86, 0.035], [1.0, 0.0]].freeze
    # Where a person puts the marks, [place along, of the height there: 1 back, -1 belly].
    MARKS = [[0.0, 0], [0.35, 1], [0.86, 1], [1.0, 0], [0.86, -1], [0.4, -1]].freeze
    # The same hand puts a mark so far from its place, and along back and belly, where nothing says
    # where it ends, farther: shares of the length, one standard deviation.
    MARK_SD = 0.008
    ALONG_SD = 0.03
    # The arc that the fish lies in, in radians, one standard deviation.
    BEND_SD = 0.2
    LENGTH_PX = (500..1100)
    MOST_SLANT = 35

    # side: which flank is seen;  outline: the six marks;  scars: [[x, y], ...]
    View = Struct.new(:side, :outline, :scars, :length_px, keyword_init: true)

    def initialize(seed)
      @rng = Random.new(seed)
      @deep = @rng.rand(0.6..1.6)
      @scars = Array.new(5) { [@rng.rand(0.08..0.9), @rng.rand(-0.9..0.9)] }
    end

    # Two views of the same flank, or of both.
    def pair(same_flank: true)
      first = %i[left right].sample(random: @rng)
      other = same_flank ? first : (%i[left right] - [first]).first
      [view(first), view(other)]
    end

    private

    def view(side)
      bend = normal * BEND_SD
      camera = camera(side)
      marks = MARKS.map { |along, across| [along + slide(across), across] }
      View.new(
        side:, length_px: @length_px,
        outline: marks.map { |mark| off(camera.call(place(mark, bend))) },
        scars: @scars.map { |scar| camera.call(place(scar, bend)) }
      )
    end

    def slide(across) = across.zero? ? 0.0 : normal * ALONG_SD

    # On a fish that lies in an arc: back up, head to the left.
    def place((along, across), bend)
      height = across * @deep * height_at(across.negative? ? BELLY : BACK, along.clamp(0.0, 1.0))
      angle = bend * (along - 0.5)
      radius = bend.abs < 1e-6 ? nil : 1 / bend
      return [along - 0.5, -height] unless radius

      [(radius + height) * Math.sin(angle), radius - ((radius + height) * Math.cos(angle))]
    end

    def height_at(table, along)
      (x0, y0), (x1, y1) = table.each_cons(2).find { |_, (x, _)| along <= x }
      y0 + ((y1 - y0) * (along - x0) / (x1 - x0))
    end

    # Mirrors the other flank, whose head lies to the right; then turns, slants and moves it.
    def camera(side)
      @length_px = @rng.rand(LENGTH_PX)
      turn = @rng.rand(0.0..(2 * Math::PI))
      slant = @rng.rand(0.0..MOST_SLANT) * Math::PI / 180
      towards = @rng.rand(0.0..(2 * Math::PI))
      far = @rng.rand(1.2..3.0)
      shift = [@rng.rand(600..1400), @rng.rand(500..1000)]
      mirrored = side == :right ? -1 : 1
      length_px = @length_px
      lambda do |(x, y)|
        x, y = turned([x * mirrored, y], turn - towards)
        deep = 1 + (y * Math.sin(slant) / far)
        x, y = turned([x / deep, y * Math.cos(slant) / deep], towards)
        [shift[0] + (x * length_px), shift[1] + (y * length_px)]
      end
    end

    def turned((x, y), angle)
      [(x * Math.cos(angle)) - (y * Math.sin(angle)), (x * Math.sin(angle)) + (y * Math.cos(angle))]
    end

    def off(point) = point.map { |value| value + (normal * MARK_SD * @length_px) }

    def normal
      Math.sqrt(-2 * Math.log(1 - @rng.rand)) * Math.cos(2 * Math::PI * @rng.rand)
    end
  end
end
