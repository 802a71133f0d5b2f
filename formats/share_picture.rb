# frozen_string_literal: true

require "cgi"

module Formats
  # A fish's story as one picture to hand on: PNG, with places as the 5 km cells that everybody may
  # know.
  #
  #   story: Core::Recaptures::Story::Telling for the public
  #   coast: GeoJSON features;  programme: whose it is
  class SharePicture
    WIDTH, HEIGHT = 1200, 630
    MAP_LEFT = 560
    FONT = "Lato"

    def self.png(story:, coast:, programme:)
      ImageLibrary.drawing(new(story, coast, programme).svg).pngsave_buffer(
        compression: 8,
        strip: true
      )
    end

    def initialize(story, coast, programme)
      @programme = programme
      @story = story
      @placed = story.catches.select(&:placed?)
      @sketch =
        CoastSketch.new(
          coast,
          width: WIDTH - MAP_LEFT,
          height: HEIGHT,
          around: @placed.map(&:place)
        )
    end

    def svg
      <<~SVG
        <svg xmlns="http://www.w3.org/2000/svg" width="#{WIDTH}" height="#{HEIGHT}" font-family="#{FONT}">
          <rect width="#{WIDTH}" height="#{HEIGHT}" fill="##{Paper::SHEET}"/>
          <svg x="#{MAP_LEFT}" width="#{WIDTH - MAP_LEFT}" height="#{HEIGHT}"><rect width="100%" height="100%" fill="##{Paper::WATER}"/>#{land}#{ways}#{cells}</svg>
          <rect width="14" height="#{HEIGHT}" fill="##{Paper::KELP}"/>
          #{words}
        </svg>
      SVG
    end

    private

    def words
      [
        text(@programme, 92, 22, Paper::GREY),
        text(
          @story.species.common_name,
          160,
          @story.species.common_name.size > 18 ? 46 : 58,
          Paper::SLATE,
          style: BOLD
        ),
        text(@story.species.scientific_name, 200, 24, Paper::GREY, style: ' font-style="italic"'),
        streamer(@story.catches.flat_map(&:tag_numbers).first.to_s),
        *figures
      ].join
    end

    def figures
      whole = @story.whole
      return [text("Tagged and released.", 380, 34, Paper::SLATE)] if whole.nil?

      rows = [
        [whole.days.to_s, Certificate.days_words(whole)],
        [
          Certificate.distance(whole.by_water_m || whole.distance_m),
          whole.by_water_m ? "by water" : "from where it was tagged"
        ]
      ]
      rows << ["#{whole.growth.increment_mm.round} mm", "longer"] if whole.growth.verdict == :grew
      rows.each_with_index.map do |(figure, label), row|
        text(figure, 372 + (row * 92), 54, Paper::KELP, style: BOLD) +
          text(label, 400 + (row * 92), 22, Paper::GREY)
      end
    end

    BOLD = ' font-weight="bold"'

    def text(words, y, size, colour, style: "")
      %(<text x="60" y="#{y}" font-size="#{size}" fill="##{colour}"#{style}>) +
        %(#{CGI.escapeHTML(words)}</text>)
    end

    def streamer(number)
      [
        %(<path d="M76 240h228a20 20 0 0 1 0 40h-228l-2 -6l-16 -14l16 -14z"),
        %( fill="##{Paper::OILSKIN}" stroke="##{Paper::SLATE}" stroke-width="2"/>),
        %(<text x="98" y="269" font-size="26" font-weight="bold" letter-spacing="2"),
        %( fill="##{Paper::SLATE}">#{CGI.escapeHTML(number)}</text>)
      ].join
    end

    def land
      water = { "land" => Paper::LAND, "lough" => Paper::WATER }
      @sketch
        .shapes
        .filter_map do |shape|
          water[shape.kind] &&
            %(<path d="#{line(shape.rings[0])}Z" fill="##{water[shape.kind]}"/>)
        end
        .join
    end

    def ways
      paths = @story.legs.filter_map { |leg| leg.path&.map { |place| @sketch.point(*place) } }
      paths
        .map do |points|
          [
            %(<path d="#{line(points)}" fill="none" stroke="##{Paper::SLATE}"),
            %( stroke-width="3" stroke-dasharray="7 6"/>)
          ].join
        end
        .join
    end

    def cells
      @placed.group_by(&:place).map do |place, here|
        numbers = here.map { |stop| @story.catches.index(stop) + 1 }
        cell(*at(@sketch.point(*place)), numbers.join(" "))
      end.join
    end

    def cell(x, y, label)
      side = @sketch.metres(Core::Geography::CoarsePlace::CELL_M).round(1)
      left, top = (x - (side / 2)).round(1), (y - (side / 2)).round(1)
      %(<rect x="#{left}" y="#{top}" width="#{side}" height="#{side}" fill="##{Paper::OILSKIN}" ) +
        %(fill-opacity="0.9" stroke="##{Paper::SLATE}" stroke-width="2"/>) +
        %(<text x="#{x.round(1)}" y="#{(y + 7).round(1)}" text-anchor="middle" ) +
        %(font-size="#{label.size > 2 ? 13 : 20}" font-weight="bold" ) +
        %(fill="##{Paper::SLATE}">#{label}</text>)
    end

    def line(points)
      "M#{points.map { |point| at(point).map { |value| value.round(1) }.join(' ') }.join('L')}"
    end

    # A sketch's y grows upwards.
    def at((x, y)) = [x, HEIGHT - y]
  end
end
