# frozen_string_literal: true

module Demo
  # Draws made-up fish on a measuring board as a camera above it sees them, with the camera's notes,
  # so that what is measured in them can be held against the length that was drawn. A fish is as
  # thick as fish are: it lies above its board.
  class Pictures
    WIDTH_PX = 1600
    HEIGHT_PX = 1200
    BOARD_MM = [1000, 400].freeze
    CAMERA = "Skerry Pocket"
    FOCAL_35MM = 24
    FOCAL_PX = FOCAL_35MM / Core::Photo::Above::DIAGONAL_35_MM * Math.hypot(WIDTH_PX, HEIGHT_PX)
    # Of the length: how high its middle line lies, a little more or less from fish to fish.
    HALF_THICKNESS = 0.042
    Picture = Struct.new(:jpeg, :length_mm, :corners, :fish, keyword_init: true)

    # rng: the same one draws the same pictures
    def initialize(rng) = @rng = rng

    # length_mm: snout to fork;  camera_at: Time whose UTC fields the camera's clock shows
    # Returns Picture with the pixels of the corners and of the fish's snout and fork.
    def draw(length_mm:, camera_at:)
      see = camera
      board = ->(points) { points.map { |x, y| see.call([x, y, 0]) } }
      from = [40 + (@rng.rand * (BOARD_MM[0] - length_mm - 110)), 170 + (@rng.rand * 60)]
      turn = shake(0.05)
      height = HALF_THICKNESS * length_mm * (1 + shake(0.25))
      body = lambda do |points|
        points.map do |x, y|
          see.call(
            [
              from[0] + (x * Math.cos(turn)) - (y * Math.sin(turn)),
              from[1] + (x * Math.sin(turn)) + (y * Math.cos(turn)),
              height
            ]
          )
        end
      end
      corners = board.call([[0, 0], [BOARD_MM[0], 0], BOARD_MM, [0, BOARD_MM[1]]])
      Picture.new(
        jpeg: jpeg(scene(board, corners, length_mm, body), camera_at),
        length_mm:,
        corners:,
        fish: body.call([[0, 0], [length_mm, 0]])
      ).freeze
    end

    private

    def shake(most) = ((@rng.rand * 2) - 1) * most

    # Held by hand above the board's middle: from [x, y, z] in millimetres on the board to the pixel
    # that shows it.
    def camera
      centre = [500 + shake(180), 230 + shake(170), 860 + shake(60)]
      forward = unit([500 + shake(20) - centre[0], 200 + shake(20) - centre[1], -centre[2]])
      right = unit(cross([shake(0.06), 1, 0], forward).map(&:-@))
      down = cross(right, forward)
      lambda do |point|
        seen = point.zip(centre).map { |coordinate, other| coordinate - other }
        deep = dot(seen, forward)
        [
          (WIDTH_PX / 2) + (FOCAL_PX * dot(seen, right) / deep),
          (HEIGHT_PX / 2) + (FOCAL_PX * dot(seen, down) / deep)
        ]
      end
    end

    def dot(left, two) = left.zip(two).sum { |a, b| a * b }
    def unit(vector) = vector.map { |value| value / Math.sqrt(dot(vector, vector)) }

    def cross(left, two)
      [[1, 2], [2, 0], [0, 1]].map { |a, b| (left[a] * two[b]) - (left[b] * two[a]) }
    end

    def scene(board, corners, length, body)
      fish = ->(points) { path(body.call(points.map { |x, y| [x * length, y * length] })) }
      <<~SVG
        <svg xmlns="http://www.w3.org/2000/svg" width="#{WIDTH_PX}" height="#{HEIGHT_PX}">
          <rect width="100%" height="100%" fill="#5d6c70"/>
          <path d="#{path(board.call([[-45, -45], [1045, -45], [1045, 445], [-45, 445]]))}" fill="#dfe5dc"/>
          #{(0..10).map { |tick| line(board.call([[tick * 100, 0], [tick * 100, (tick % 5).zero? ? 400 : 26]]), '#9aa59f') }.join}
          <path d="#{fish.call([[0.86, -0.02], [1.08, -0.12], [1.0, 0], [1.08, 0.12], [0.86, 0.02]])}" fill="#47605f"/>
          <path d="#{fish.call(outline)}" fill="#7f9390" stroke="#33484a" stroke-width="3"/>
          <path d="#{fish.call([[0.36, -0.115], [0.42, -0.19], [0.52, -0.15], [0.6, -0.09]])}" fill="#47605f"/>
          <path d="#{fish.call([[0.22, 0.0], [0.24, -0.08], [0.25, 0.0], [0.24, 0.08]])}" fill="none" stroke="#33484a" stroke-width="4"/>
          <path d="#{fish.call([[0.4, -0.1], [0.56, -0.185], [0.565, -0.172], [0.41, -0.09]])}" fill="#f2b705" stroke="#22313a" stroke-width="2"/>
          #{spot(body.call([[0.075 * length, -0.025 * length]]).first, 9, '#22313a')}
          #{corners.map { |corner| spot(corner, 15, '#f2b705') + spot(corner, 6, '#22313a') }.join}
        </svg>
      SVG
    end

    # Half the outline and its mirror: snout, back, tail wrist.
    def outline
      back = [
        [0, 0],
        [0.05, -0.045],
        [0.15, -0.09],
        [0.3, -0.118],
        [0.45, -0.112],
        [0.62, -0.08],
        [0.78, -0.04],
        [0.9, -0.026]
      ]
      back + back.drop(1).reverse.map { |x, y| [x, -y] }
    end

    def path(points) = "M#{points.map { |x, y| format('%.1f %.1f', x, y) }.join(' L')}Z"

    def line(points, colour)
      %(<path d="#{path(points)}" fill="none" stroke="#{colour}" stroke-width="2"/>)
    end

    def spot((x, y), radius, colour)
      format('<circle cx="%.1f" cy="%.1f" r="%d" fill="%s"/>', x, y, radius, colour)
    end

    def jpeg(svg, camera_at)
      Formats::ImageLibrary.drawing(svg).mutate do |image|
        {
          "exif-ifd0-Make" => "Skerry",
          "exif-ifd0-Model" => "Pocket",
          "exif-ifd2-DateTimeOriginal" => camera_at.strftime("%Y:%m:%d %H:%M:%S")
        }.each do |name, value|
          image.set_type!(
            GObject::GSTR_TYPE,
            name,
            "#{value} (#{value}, ASCII, #{value.size + 1} components, #{value.size + 1} bytes)"
          )
        end
        image.set_type!(
          GObject::GSTR_TYPE,
          "exif-ifd2-FocalLengthIn35mmFilm",
          "#{FOCAL_35MM} (#{FOCAL_35MM}, Short, 1 components, 2 bytes)"
        )
      end.jpegsave_buffer(Q: 82)
    end
  end
end
