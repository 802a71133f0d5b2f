# frozen_string_literal: true

require_relative "../../../formats/image_library"

module Pictures
  # Photographs of a fish on our printed board, drawn: its true length is known. Written before the
  # finder of markers and outlines and not changed for it. Seeds from HELD_BACK on are for
  # reporting.
  #
  # The camera stands aslant by up to 45° and sees the fish's middle line 10 to 40 mm above the
  # board; the light is poor (noise as from 10 lux), uneven, glares; a cloth or a hand hides a
  # corner; the fish covers markers, bends a little, and throws a shadow.
  class BoardPictures
    HELD_BACK = 500_000
    WIDTH_PX = 1600
    HEIGHT_PX = 1200
    MOST_SLANT = 45
    MOST_ROLL = 0.3
    DIAGONAL_35_MM = 43.2666
    # Pixels of the flat drawings per millimetre.
    SHARP = 2.0
    BACKS = ["#5d6b58", "#6b5b45", "#4b5a66", "#7a6a4f", "#3f4a52", "#8a7f6a"].freeze
    DECKS = [[96, 88, 78], [60, 72, 80], [150, 150, 146], [120, 96, 70], [40, 46, 50]].freeze

    # length_mm: straight, snout to fork;  focal_35mm: as the camera says;  jpeg: bytes
    # snout_px, fork_px: where they are in the picture, truly
    Picture =
      Struct.new(
        :length_mm, :height_mm, :focal_35mm, :slant_deg, :hidden, :snout_px, :fork_px, :jpeg,
        keyword_init: true
      )

    def initialize(seed)
      @rng = Random.new(seed)
    end

    def picture
      @pieces = [3, 4, 5].sample(random: @rng)
      @board_mm = [@pieces * 260.0, 190.0]
      @length = between(0.3, 0.82) * @board_mm[0]
      @height = between(10, [40, @length * 0.06].max)
      camera
      fish = fish_drawing
      scene = deck
      scene = laid(scene, board_drawing, 0, 0.0)
      scene = laid(scene, shadow(fish), 0, 0.0)
      scene = laid(scene, cover, 0, 0.0) if (@hidden = @rng.rand < 0.3)
      scene = laid(scene, fish, 40, @height)
      Picture.new(
        length_mm: Math.hypot(@fork[0] - @snout[0], @fork[1] - @snout[1]), height_mm: @height,
        focal_35mm: @focal.round, slant_deg: @slant * 180 / Math::PI, hidden: @hidden,
        snout_px: seen(*@snout, @height), fork_px: seen(*@fork, @height),
        jpeg: photographed(scene)
      )
    end

    private

    def width_px = self.class::WIDTH_PX
    def height_px = self.class::HEIGHT_PX
    def between(least, most) = least + (@rng.rand * (most - least))

    # A pinhole that looks at the middle of the board, turned, tilted and rolled.
    def camera
      @focal = between(24, 30)
      focal_px = @focal / DIAGONAL_35_MM * Math.hypot(width_px, height_px)
      @slant = between(0, self.class::MOST_SLANT) * Math::PI / 180
      way, roll = between(0, 2 * Math::PI), between(-self.class::MOST_ROLL, self.class::MOST_ROLL)
      distance = focal_px * @board_mm[0] / (between(0.62, 0.86) * width_px)
      distance *= 1 + (0.35 * Math.sin(@slant))
      middle = [(@board_mm[0] / 2) + between(-20, 20), (@board_mm[1] / 2) + between(-15, 15)]
      forward = [Math.sin(@slant) * Math.cos(way), Math.sin(@slant) * Math.sin(way),
        Math.cos(@slant)]
      right = unit(cross([0, 1, 0], forward))
      down = cross(forward, right)
      cos, sin = Math.cos(roll), Math.sin(roll)
      @right = add(scaled(right, cos), scaled(down, sin))
      @down = add(scaled(down, cos), scaled(right, -sin))
      @forward = forward
      @eye = [middle[0] - (forward[0] * distance), middle[1] - (forward[1] * distance),
        -forward[2] * distance]
      @focal_px = focal_px
    end

    # Where a point of the board's frame, so high above it, is in the picture. z grows downward.
    def seen(x, y, high)
      from = [x - @eye[0], y - @eye[1], -high - @eye[2]]
      deep = dot(from, @forward)
      [
        (width_px / 2) + (@focal_px * dot(from, @right) / deep),
        (height_px / 2) + (@focal_px * dot(from, @down) / deep)
      ]
    end

    # A flat drawing laid so high above the board, pad_mm of it outside on each side.
    def laid(scene, drawing, pad_mm, high)
      place = Vips::Image.xyz(width_px, height_px)
      u, v = (place[0] - (width_px / 2)) / @focal_px, (place[1] - (height_px / 2)) / @focal_px
      ray = (0..2).map { |axis| (u * @right[axis]) + (v * @down[axis]) + @forward[axis] }
      reach = (ray[2]**-1) * (-high - @eye[2])
      x = ((ray[0] * reach) + @eye[0] + pad_mm) * SHARP
      y = ((ray[1] * reach) + @eye[1] + pad_mm) * SHARP
      layer = drawing.premultiply.mapim(x.bandjoin(y)).unpremultiply
      scene.composite2(layer.cast(:uchar).copy(interpretation: :srgb), :over)[0..2]
    end

    def board_drawing
      piece_mm = 260
      content = (0...@pieces).map do |index|
        "<g transform='translate(#{index * piece_mm},0)'>#{Formats::BoardDrawing.piece(index)}</g>"
      end
      drawn(Formats::BoardDrawing.svg(content.join, @board_mm[0].to_i), *@board_mm, paper: true)
    end

    def drawn(svg, width, height, paper: false)
      text = svg.sub(/width="[\d.]+mm" height="[\d.]+mm"/) do
        "width=\"#{(width * SHARP).round}\" height=\"#{(height * SHARP).round}\""
      end
      image = Vips::Image.svgload_buffer(text)
      paper ? (image[0..2] * between(0.86, 0.97)).bandjoin(image[3]).cast(:uchar) : image
    end

    # A body that tapers, a forked or straight tail, pale below; nose near the stop.
    def fish_drawing
      turn = between(-0.06, 0.06)
      @snout = [between(2, 26), (@board_mm[1] / 2) + between(-16, 16)]
      @fork = [@snout[0] + (@length * Math.cos(turn)), @snout[1] + (@length * Math.sin(turn))]
      deep = @length * between(0.1, 0.16)
      fork = @length * between(0.01, 0.08)
      bend = between(-0.025, 0.025) * @length
      back = BACKS.sample(random: @rng)
      pad = 40
      width, height = @board_mm[0] + (2 * pad), @board_mm[1] + (2 * pad)
      lobes = deep * between(0.9, 1.25)
      stem = deep * 0.28
      l = @length
      svg = <<~SVG
        <svg xmlns="http://www.w3.org/2000/svg" width="#{width}mm" height="#{height}mm" viewBox="#{-pad} #{-pad} #{width} #{height}">
          <defs><linearGradient id="side" x1="0" y1="0" x2="0" y2="1">
            <stop offset="0" stop-color="#{back}"/><stop offset="0.55" stop-color="#{back}"/>
            <stop offset="1" stop-color="#d8d4c6"/></linearGradient></defs>
          <g transform="translate(#{@snout[0]},#{@snout[1]}) rotate(#{turn * 180 / Math::PI})">
            <path d="M0 0C#{0.08 * l} #{-0.75 * deep} #{0.3 * l} #{bend - deep} #{0.5 * l} #{bend - (0.9 * deep)}S#{0.8 * l} #{-stem * 1.2} #{0.88 * l} #{-stem}L#{l + fork} #{-lobes}Q#{l - (fork * 0.2)} #{-lobes * 0.4} #{l} 0Q#{l - (fork * 0.2)} #{lobes * 0.4} #{l + fork} #{lobes}L#{0.88 * l} #{stem}C#{0.8 * l} #{stem * 1.2} #{0.7 * l} #{bend + (0.8 * deep)} #{0.5 * l} #{bend + (0.9 * deep)}S#{0.08 * l} #{0.75 * deep} 0 0Z" fill="url(#side)"/>
            <path d="M#{0.35 * l} #{bend - (0.9 * deep)}q#{0.1 * l} #{-0.5 * deep} #{0.22 * l} #{-0.1 * deep}z" fill="#{back}"/>
            <circle cx="#{0.07 * l}" cy="#{-0.16 * deep}" r="#{0.012 * l}" fill="#111"/>
          </g>
        </svg>
      SVG
      drawn(
        svg.sub("width=\"#{width}mm\" height=\"#{height}mm\"",
          "width=\"#{width}mm\" height=\"#{height}mm\""), width, height
      )
    end

    # On the board, beside and under it.
    def shadow(fish)
      soft = fish[3].gaussblur(6) * between(0.08, 0.3)
      dark = (fish[0..2] * 0).bandjoin(soft).cast(:uchar).copy(interpretation: :srgb)
      dark.crop(
        ((40 - between(0, 8)) * SHARP).round, ((40 - between(2, 9)) * SHARP).round,
        (@board_mm[0] * SHARP).round, (@board_mm[1] * SHARP).round
      )
    end

    # A cloth or a hand over one corner.
    def cover
      x = @rng.rand < 0.5 ? between(-10, 30) : @board_mm[0] - between(-10, 30)
      y = @rng.rand < 0.5 ? 0 : @board_mm[1]
      colour = ["#b98f78", "#2f6f8f", "#a33a2c"].sample(random: @rng)
      drawn(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"1mm\" height=\"1mm\" " \
          "viewBox=\"0 0 #{@board_mm[0]} #{@board_mm[1]}\"><ellipse cx=\"#{x}\" cy=\"#{y}\" " \
          "rx=\"#{between(30, 60)}\" ry=\"#{between(25, 50)}\" fill=\"#{colour}\"/></svg>",
        *@board_mm
      )
    end

    def deck
      rough = Vips::Image.perlin(width_px / 4, height_px / 4, cell_size: 24,
        seed: @rng.rand(10_000)).resize(4) * 22
      colour = DECKS.sample(random: @rng)
      (rough.bandjoin([rough, rough]) + colour).cast(:uchar).copy(interpretation: :srgb)
    end

    def photographed(scene)
      scene = uneven(scene.cast(:float))
      scene = glare(scene) if @rng.rand < 0.3
      scene = scene.gaussblur(between(0.5, 1.9))
      lux = 10 * (20**@rng.rand)
      noise = 1.5 + (34 / Math.sqrt(lux))
      scene += Vips::Image.gaussnoise(width_px, height_px, sigma: noise, mean: 0,
        seed: @rng.rand(1 << 30))
      scene.cast(:uchar).copy(interpretation: :srgb).jpegsave_buffer(Q: @rng.rand(68..92),
        strip: true)
    end

    def uneven(scene)
      place = Vips::Image.xyz(width_px, height_px)
      light = (place[0] * between(-0.00022,
        0.00022)) + (place[1] * between(-0.0003, 0.0003)) + between(0.7, 1.05)
      scene * light
    end

    def glare(scene)
      place = Vips::Image.xyz(width_px, height_px)
      x = (place[0] - (width_px / 2) - between(-500, 500)) / between(40, 140)
      y = (place[1] - (height_px / 2) - between(-150, 150)) / between(20, 70)
      light = (((x * x) + (y * y)) * -1).exp * between(90, 220)
      scene + light.bandjoin([light, light])
    end

    def dot(first, two) = (first[0] * two[0]) + (first[1] * two[1]) + (first[2] * two[2])
    def add(first, two) = first.zip(two).map(&:sum)
    def scaled(vector, by) = vector.map { |value| value * by }
    def unit(vector) = scaled(vector, 1 / Math.sqrt(dot(vector, vector)))

    def cross(first, two)
      [
        (first[1] * two[2]) - (first[2] * two[1]), (first[2] * two[0]) - (first[0] * two[2]),
        (first[0] * two[1]) - (first[1] * two[0])
      ]
    end
  end
end
