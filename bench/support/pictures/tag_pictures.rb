# frozen_string_literal: true

require_relative "../../../formats/image_library"

module Pictures
  # Photographs of worn streamer tags, drawn: what was printed is known. Written before the reader
  # and not changed for it. Seeds below HELD_BACK may be tuned on; the others are for reporting.
  #
  # Wear by grade 1 to 5: ink that came off, scratches, weed, bleaching, a wet film, glare, a tag
  # that is half turned or cut off; beside any of it slant, bend, blur, noise and JPEG as cameras
  # make them.
  class TagPictures
    HELD_BACK = 500_000
    GRADES = (1..5)
    WIDTH_PX = 1280
    HEIGHT_PX = 960
    # The tag as it is printed, in its own pixels.
    TAG_WIDTH = 1400
    TAG_HEIGHT = 130
    COLOURS = %w[#f2d21b #f08c1e #9fd44a #f4f1e4 #ef5a7a #5fc3e8].freeze
    # One family is in held-back pictures alone.
    FAMILIES = ["DejaVu Sans Mono", "DejaVu Sans", "Lato"].freeze
    HELD_FAMILY = "DejaVu Sans Condensed"
    SKINS = [[122, 128, 118], [90, 104, 112], [176, 164, 150], [196, 150, 128], [70, 84, 72]].freeze

    # number: as printed;  cut: how many characters are gone;  jpeg: bytes
    Picture = Struct.new(:number, :grade, :cut, :jpeg, keyword_init: true)

    def initialize(seed)
      @seed = seed
      @rng = Random.new(seed)
    end

    # number: nil for any of the series
    def picture(grade, number: nil)
      @grade = grade
      drawn = format("MS%06d", @rng.rand(1..8000))
      number ||= drawn
      @cut = grade == 5 && @rng.rand < 0.25 ? @rng.rand(1..2) : 0
      scene = worn(flat_tag(number))
      scene = placed(scene)
      Picture.new(number:, grade:, cut: @cut, jpeg: photographed(scene))
    end

    private

    def between(least, most) = least + (@rng.rand * (most - least))

    # [colour and ink, each 0..255] with an alpha band.
    def flat_tag(number)
      family = FAMILIES.sample(random: @rng)
      family = HELD_FAMILY if @seed >= HELD_BACK && @rng.rand < 0.3
      @colour = COLOURS.sample(random: @rng)
      shift = @grade >= 4 && @rng.rand < 0.4 ? between(-34, 34) : between(-5, 5)
      ink = (20 + ((@grade - 1) * between(8, 26))).round
      length = TAG_WIDTH - (@cut * 92)
      Vips::Image.svgload_buffer(<<~SVG)
        <svg xmlns="http://www.w3.org/2000/svg" width="#{TAG_WIDTH}" height="#{TAG_HEIGHT}">
          <clipPath id="tag"><rect x="4" y="8" width="#{length - 8}" height="114" rx="#{@cut.zero? ? 50 : 6}"/></clipPath>
          <g clip-path="url(#tag)">
            <rect width="100%" height="100%" fill="#{@colour}"/>
            <text x="#{TAG_WIDTH - 40 - (number.size * 92)}" y="#{99 + shift}" font-family="#{family}" font-weight="bold"
              font-size="96" letter-spacing="#{between(8, 20).round}" fill="rgb(#{ink},#{ink},#{ink})"
              textLength="#{number.size * 88}">#{number}</text>
            <rect width="100%" height="26" y="8" fill="#fff" opacity="0.22"/>
            <rect width="100%" height="24" y="98" fill="#000" opacity="0.18"/>
            #{marks}
          </g>
        </svg>
      SVG
    end

    def marks
      specks = Array.new(@rng.rand(0..((@grade - 1) * 22))) do
        circle(between(0, TAG_WIDTH), between(8, 122), between(2, 5 + @grade), @colour, 1)
      end
      scratches = Array.new(@rng.rand(0..(@grade * 2))) do
        x = between(0, TAG_WIDTH)
        "<path d='M#{x} #{between(0, 130)}l#{between(-160, 160)} #{between(-60, 60)}' " \
          "stroke='#{[@colour, '#ddd', '#333'].sample(random: @rng)}' " \
          "stroke-width='#{between(2, 3 + @grade)}'/>"
      end
      weed = Array.new(@grade >= 3 ? @rng.rand(0..((@grade - 2) * 2)) : 0) do
        circle(between(0, TAG_WIDTH), between(0, 130), between(10, 14 + (7 * @grade)), "#4d6b35",
          0.9)
      end
      (specks + scratches + weed).join
    end

    def circle(x, y, radius, fill, opacity)
      "<ellipse cx='#{x}' cy='#{y}' rx='#{radius}' ry='#{radius * between(0.5, 1)}' " \
        "fill='#{fill}' opacity='#{opacity}'/>"
    end

    # Bleached, under a wet film.
    def worn(tag)
      colour, alpha = tag[0..2], tag[3]
      bleach = (@grade - 1) * between(0, 0.11)
      colour = (colour * (1 - bleach)) + (235 * bleach)
      blur = between(0, (@grade - 1) * 0.9)
      colour = colour.gaussblur(blur) if blur > 0.3
      colour.bandjoin(alpha).cast(:uchar)
    end

    # Turned any way, slanted, bent, on a fish or a hand.
    def placed(tag)
      long = between(430, 1050)
      scale = TAG_WIDTH / long
      angle = between(0, 2 * Math::PI)
      slant = Math.cos(between(0, 0.7))
      bend = between(-0.00022, 0.00022)
      near = between(-0.0002, 0.0002)
      place = Vips::Image.xyz(WIDTH_PX, HEIGHT_PX)
      x, y = place[0] - (WIDTH_PX / 2) - between(-80, 80),
place[1] - (HEIGHT_PX / 2) - between(-60, 60)
      along = (x * Math.cos(angle)) + (y * Math.sin(angle))
      across = (y * Math.cos(angle)) - (x * Math.sin(angle))
      depth = (along * near) + 1
      along, across = along / depth, across / depth
      u = (along * scale) + (TAG_WIDTH / 2)
      v = ((across + (along * along * bend)) * scale / slant) + (TAG_HEIGHT / 2)
      laid = tag.premultiply.mapim(u.bandjoin(v), interpolate: Vips::Interpolate.new("bilinear")).unpremultiply
      background.composite2(laid.cast(:uchar).copy(interpretation: :srgb), :over)[0..2]
    end

    def background
      skin = SKINS.sample(random: @rng)
      base = cloud(30, 26) + cloud(5, 14)
      tone = skin.map { |value| value + between(-14, 14) }
      (base.bandjoin([base, base]) + tone).cast(:uchar).copy(interpretation: :srgb)
    end

    # Blotches of a quarter of the size, drawn larger.
    def cloud(cell_px, strength)
      small = [WIDTH_PX / 4, HEIGHT_PX / 4]
      Vips::Image.perlin(*small, cell_size: cell_px, seed: @rng.rand(10_000)).resize(4) * strength
    end

    # Glare, light, blur, noise, JPEG.
    def photographed(scene)
      scene = scene.cast(:float)
      scene = glare(scene) if @rng.rand < 0.08 * @grade
      scene *= between(0.55, 1.1)
      blur = between(0.3, 0.6 + (0.28 * @grade))
      scene = scene.gaussblur(blur)
      noise = between(1, 3 + (2 * @grade))
      scene += Vips::Image.gaussnoise(WIDTH_PX, HEIGHT_PX, sigma: noise, mean: 0,
        seed: @rng.rand(1 << 30))
      scene.cast(:uchar).copy(interpretation: :srgb).jpegsave_buffer(Q: @rng.rand(62..92),
        strip: true)
    end

    def glare(scene)
      place = Vips::Image.xyz(WIDTH_PX, HEIGHT_PX)
      x = (place[0] - (WIDTH_PX / 2) - between(-260, 260)) / between(40, 120)
      y = (place[1] - (HEIGHT_PX / 2) - between(-120, 120)) / between(16, 50)
      light = (((x * x) + (y * y)) * -1).exp * between(90, 230)
      scene + light.bandjoin([light, light])
    end
  end
end
