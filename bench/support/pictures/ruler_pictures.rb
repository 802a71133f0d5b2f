# frozen_string_literal: true

require_relative "board_pictures"

module Pictures
  # Photographs of a fish beside a ruler or a tape, as finders take them: from above, a little
  # aslant, any way round, with numbers at each centimetre or only at every ten, in four colours and
  # two type faces, worn in places, partly covered; and inch rulers. Written before the reader and
  # not changed for it. Seeds from HELD_BACK on are for reporting.
  class RulerPictures < BoardPictures
    WIDTH_PX = 2400
    HEIGHT_PX = 1800
    MOST_SLANT = 12
    MOST_ROLL = Math::PI
    COLOURS = ["#f4f2ec", "#f0cd3c", "#c9a66b", "#b9bec2"].freeze
    INCH_MM = 25.4

    # kind: "each" | "tens" | "inches", where its numbers stand;  jpeg: bytes
    # mm_between: -> (point, point) how far apart two pixels are on the ruler, truly
    Ruler = Struct.new(:kind, :mm_between, :touches, :jpeg, keyword_init: true) do
      def unit_mm = kind == "inches" ? INCH_MM : 10.0
    end

    def picture
      @kind = %w[each each tens tens inches].sample(random: @rng)
      @wide = between(20, 42)
      @board_mm = [between(350, 1000), 240.0]
      @length = between(0.35, 0.85) * @board_mm[0]
      @height = 0
      camera
      @touches = @rng.rand < 0.25
      scene = laid(deck, fish_drawing, 40, 0.0)
      scene = laid(scene, ruler_drawing, 0, 0.0)
      scene = laid(scene, cover, 0, 0.0) if @rng.rand < 0.3
      Ruler.new(kind: @kind, mm_between: method(:mm_between), touches: @touches,
        jpeg: photographed(scene))
    end

    private

    def mm_between(first, second)
      from, to = [first, second].map { |x, y| on_ground(x, y) }
      Math.hypot(from[0] - to[0], from[1] - to[1])
    end

    def on_ground(x, y)
      u, v = (x - (width_px / 2)) / @focal_px, (y - (height_px / 2)) / @focal_px
      ray = (0..2).map { |axis| (u * @right[axis]) + (v * @down[axis]) + @forward[axis] }
      reach = -@eye[2] / ray[2]
      [(ray[0] * reach) + @eye[0], (ray[1] * reach) + @eye[1]]
    end

    # Above the ruler, or over its edge.
    def fish_drawing
      @board_mm[1] = 2 * (@touches ? 105 : 70)
      super.tap { @board_mm[1] = 240.0 }
    end

    # Along the lower part of the scene.
    def ruler_drawing
      length, height = @board_mm
      top = height - @wide - 12
      worn = Array.new(@rng.rand(0..6)) do
        "<ellipse cx=\"#{between(0, length)}\" cy=\"#{top + between(0, @wide)}\" " \
          "rx=\"#{between(4, 16)}\" ry=\"#{between(1, 5)}\" fill=\"#7d7668\" opacity=\"0.55\"/>"
      end
      colour = COLOURS.sample(random: @rng)
      drawn(<<~SVG, length, height)
        <svg xmlns="http://www.w3.org/2000/svg" width="1mm" height="1mm" viewBox="0 0 #{length} #{height}">
          <rect x="0" y="#{top}" width="#{length}" height="#{@wide}" rx="1" fill="#{colour}"/>
          <g transform="translate(0 #{top})">#{ticks(length)}#{labels(length)}</g>#{worn.join}
        </svg>
      SVG
    end

    def unit_mm = @kind == "inches" ? INCH_MM : 10.0

    def ticks(length)
      small = @kind == "inches" ? INCH_MM / 8 : 1.0
      each = @kind == "inches" ? 8 : 10
      (0..(length / small).floor).map do |step|
        long = if (step % each).zero? then 0.34
        elsif (step % (each / 2)).zero? then 0.26
        else 0.16
        end
        "<rect x=\"#{((step * small) - 0.15).round(2)}\" y=\"0\" width=\"0.3\" " \
          "height=\"#{(long * @wide).round(2)}\" fill=\"#111\"/>"
      end.join
    end

    # In the middle of its line, or all of them a little before it.
    def labels(length)
      face = @rng.rand < 0.3 ? "DejaVu Sans" : "Lato"
      red = @rng.rand < 0.4 ? "#b01818" : "#111"
      before = @rng.rand < 0.4 ? between(2, 4) : 0
      size = [@wide * 0.3, @kind == "each" ? 6.5 : 11].min
      last = (length / unit_mm).floor
      (1..last).filter_map do |number|
        ten = (number % 10).zero?
        next if @kind == "tens" && !ten

        big = ten ? size * 1.25 : size
        "<text x=\"#{((number * unit_mm) - before).round(2)}\" y=\"#{(@wide * 0.74).round(2)}\" " \
          "text-anchor=\"middle\" font-family=\"#{face}\" font-size=\"#{big.round(2)}\" " \
          "font-weight=\"#{ten ? 'bold' : 'normal'}\" fill=\"#{ten ? red : '#111'}\">" \
          "#{number}</text>"
      end.join
    end
  end
end
