# frozen_string_literal: true

module Demo
  # Draws made-up fish on a measuring board, in perspective and with a camera's notes, so that what is measured in them
  # can be held against the length that was drawn.
  class Pictures
    WIDTH_PX = 1600
    HEIGHT_PX = 1200
    BOARD_MM = [1000, 400].freeze
    CAMERA = "Skerry Pocket"
    # Where the board's corners stand when nothing is slanted.
    CORNERS = [[170, 330], [1430, 330], [1430, 860], [170, 860]].freeze
    Picture = Struct.new(:jpeg, :length_mm, :corners, :fish, keyword_init: true)

    # rng: the same one draws the same pictures
    def initialize(rng) = @rng = rng

    # length_mm: snout to fork;  camera_at: Time whose UTC fields the camera's clock shows
    # Returns Picture with the pixels of the corners and of the fish's snout and fork.
    def draw(length_mm:, camera_at:)
      corners = CORNERS.map { |x, y| [x + shake(90), y + shake(110)] }
      plane = Core::Photo::Plane.new([[0, 0], [BOARD_MM[0], 0], BOARD_MM, [0, BOARD_MM[1]]], corners)
      from = [40 + (@rng.rand * (BOARD_MM[0] - length_mm - 110)), 170 + (@rng.rand * 60)]
      turn = shake(0.05)
      on_board = ->(points) { points.map { |x, y| [from[0] + (x * Math.cos(turn)) - (y * Math.sin(turn)), from[1] + (x * Math.sin(turn)) + (y * Math.cos(turn))] } }
      svg = scene(plane, corners, length_mm, on_board)
      Picture.new(jpeg: jpeg(svg, camera_at), length_mm:, corners:, fish: plane.carry(on_board.call([[0, 0], [length_mm, 0]]))).freeze
    end

    private

    def shake(most) = ((@rng.rand * 2) - 1) * most

    def scene(plane, corners, length, on_board)
      fish = ->(points) { path(plane.carry(on_board.call(points.map { |x, y| [x * length, y * length] }))) }
      <<~SVG
        <svg xmlns="http://www.w3.org/2000/svg" width="#{WIDTH_PX}" height="#{HEIGHT_PX}">
          <rect width="100%" height="100%" fill="#5d6c70"/>
          <path d="#{path(plane.carry([[-45, -45], [1045, -45], [1045, 445], [-45, 445]]))}" fill="#dfe5dc"/>
          #{(0..10).map { |tick| line(plane.carry([[tick * 100, 0], [tick * 100, (tick % 5).zero? ? 400 : 26]]), '#9aa59f') }.join}
          <path d="#{fish.call([[0.86, -0.02], [1.08, -0.12], [1.0, 0], [1.08, 0.12], [0.86, 0.02]])}" fill="#47605f"/>
          <path d="#{fish.call(body)}" fill="#7f9390" stroke="#33484a" stroke-width="3"/>
          <path d="#{fish.call([[0.36, -0.115], [0.42, -0.19], [0.52, -0.15], [0.6, -0.09]])}" fill="#47605f"/>
          <path d="#{fish.call([[0.22, 0.0], [0.24, -0.08], [0.25, 0.0], [0.24, 0.08]])}" fill="none" stroke="#33484a" stroke-width="4"/>
          <path d="#{fish.call([[0.4, -0.1], [0.56, -0.185], [0.565, -0.172], [0.41, -0.09]])}" fill="#f2b705" stroke="#22313a" stroke-width="2"/>
          #{dot(plane.carry(on_board.call([[0.075 * length, -0.025 * length]])).first, 9, '#22313a')}
          #{corners.map { |corner| dot(corner, 15, '#f2b705') + dot(corner, 6, '#22313a') }.join}
        </svg>
      SVG
    end

    # Half the outline and its mirror: snout, back, tail wrist.
    def body
      back = [[0, 0], [0.05, -0.045], [0.15, -0.09], [0.3, -0.118], [0.45, -0.112], [0.62, -0.08], [0.78, -0.04], [0.9, -0.026]]
      back + back.drop(1).reverse.map { |x, y| [x, -y] }
    end

    def path(points) = "M#{points.map { |x, y| format('%.1f %.1f', x, y) }.join(' L')}Z"
    def line(points, colour) = %(<path d="#{path(points)}" fill="none" stroke="#{colour}" stroke-width="2"/>)
    def dot((x, y), radius, colour) = format('<circle cx="%.1f" cy="%.1f" r="%d" fill="%s"/>', x, y, radius, colour)

    def jpeg(svg, camera_at)
      Formats::ImageLibrary.drawing(svg).mutate do |image|
        { "exif-ifd0-Make" => "Skerry", "exif-ifd0-Model" => "Pocket", "exif-ifd2-DateTimeOriginal" => camera_at.strftime("%Y:%m:%d %H:%M:%S") }
          .each { |name, value| image.set_type!(GObject::GSTR_TYPE, name, "#{value} (#{value}, ASCII, #{value.size + 1} components, #{value.size + 1} bytes)") }
      end.jpegsave_buffer(Q: 82)
    end
  end
end
