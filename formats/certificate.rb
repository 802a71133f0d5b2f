# frozen_string_literal: true

require "prawn-svg"

module Formats
  # A fish's story on one A4 page, to be printed and kept.
  #
  #   story: Core::Recaptures::Story::Telling for the public
  #   link:  address of the story
  #   coast: GeoJSON features;  programme: whose it is
  class Certificate
    KELP = Paper::KELP
    SLATE = Paper::SLATE
    OILSKIN = Paper::OILSKIN
    WATER = Paper::WATER
    LAND = Paper::LAND
    PAPER_GREY = Paper::GREY
    MARGIN = 45

    def self.pdf(**fields) = new(**fields).render

    # As the public may know it: steps of 5 km.
    def self.distance(metres, units = "metric")
      return "–" if metres.nil?
      if units == "imperial"
        return metres.zero? ? "under 3 miles" : "about #{(metres / METRES_PER_MILE).round} miles"
      end

      metres.zero? ? "under 5 km" : "about #{(metres / 1000).round} km"
    end

    METRES_PER_MILE = 1609.344

    def self.days_words(leg)
      words = leg.days == 1 ? "day at liberty" : "days at liberty"
      leg.days_at_most ? "#{words} at most" : words
    end

    WHAT = { "tagged" => "tagged", "recaptured" => "recaptured", "untagged" => "caught" }.freeze
    FOUND = {
      "dead" => "found dead",
      "tag_alone" => "its tag was found",
      "shop" => "found in a shop",
      "in_fish" => "found inside another fish"
    }.freeze
    FATE = { "released" => "released", "kept" => "kept" }.freeze

    # coast: GeoJSON features;  units: "metric" | "imperial"
    def initialize(story:, link:, coast:, programme:, **print)
      print => { fonts_dir:, units:, **nil }
      @units = units
      @programme = programme
      @story = story
      @link = link
      @coast = coast
      @paper =
        Paper.new(
          fonts_dir:,
          title: "Certificate of a tagged fish",
          page_size: "A4",
          margin: MARGIN
        )
      @pdf = @paper.pdf
    end

    def render
      heading
      figures
      map
      timeline
      footer
      @pdf.render
    end

    private

    def heading
      @pdf.fill_color KELP
      @pdf.fill_rectangle [-MARGIN, @pdf.bounds.top + MARGIN], @pdf.bounds.width + (2 * MARGIN), 14
      @pdf.move_down 12
      animal
      text @programme, size: 10, color: PAPER_GREY, character_spacing: 0.6
      text @story.species.common_name, size: 34, style: :bold, color: SLATE
      text @story.species.scientific_name, size: 13, style: :italic, color: PAPER_GREY
      @pdf.move_down 10
      numbers.each_with_index do |number, index|
        @paper.streamer(number, at: [index * 150, @pdf.cursor])
      end
      @pdf.move_down 40
    end

    ANIMAL_WIDTH = 190

    # Beside the heading.
    def animal
      drawn = AnimalSvg.of(@story.species.guild_key)
      corner = [@pdf.bounds.width - ANIMAL_WIDTH, @pdf.cursor]
      @pdf.float do
        @pdf.svg drawn[:svg], at: corner, width: ANIMAL_WIDTH, enable_web_requests: false
      end
    end

    def numbers = @story.catches.flat_map(&:tag_numbers).uniq.first(3)

    def figures
      whole = @story.whole
      return text("This fish was not recaptured yet.", size: 14, color: SLATE) if whole.nil?

      growth = whole.growth
      cells = [
        [whole.days.to_s, self.class.days_words(whole)],
        [
          self.class.distance(whole.by_water_m || whole.distance_m, @units),
          whole.by_water_m ? "by water from where it was tagged" : "from where it was tagged"
        ],
        [
          growth.increment_mm ? Core::Units.growth_text(growth.increment_mm, @units) : "–",
          "difference in length"
        ]
      ]
      top = @pdf.cursor
      width = @pdf.bounds.width / 3
      cells.each_with_index do |(figure, label), index|
        @pdf.fill_color KELP
        @pdf.text_box figure,
          at: [index * width, top],
          width: width - 8,
          height: 34,
          size: 26,
          style: :bold,
          overflow: :shrink_to_fit
        @pdf.fill_color PAPER_GREY
        @pdf.text_box label, at: [index * width, top - 34], width: width - 8, height: 16, size: 10
      end
      @pdf.move_down 58
      text growth.sentence(@units), size: 11, color: SLATE
      if growth.verdict == :grew && growth.yearly_mm
        text Core::Text.of(
          "formats.certificate.growth_in_a_year",
          yearly: Core::Units.growth_text(growth.yearly_mm, @units),
          margin: Core::Units.growth_text(growth.yearly_margin_mm, @units)
        ),
          size: 11,
          color: SLATE
      end
      @pdf.move_down 12
    end

    def map
      placed = @story.catches.select(&:placed?)
      return if placed.empty?

      width = @pdf.bounds.width
      height = 300
      sketch =
        CoastSketch.new(
          @coast,
          width:,
          height:,
          around: placed.map(&:place)
        )
      @pdf.bounding_box([0, @pdf.cursor], width:, height:) do
        @pdf.fill_color WATER
        @pdf.fill_rectangle [0, height], width, height
        sketch.shapes.each { |shape| land(shape) if %w[land lough].include?(shape.kind) }
        places(sketch, placed)
      end
      @pdf.move_down 6
      text "Each square is the 5 km cell of the fish. Exact places stay with the cooperative.",
        size: 8.5,
        color: PAPER_GREY
      @pdf.move_down 10
    end

    def land(shape)
      @pdf.fill_color shape.kind == "lough" ? WATER : LAND
      @pdf.fill_polygon(*shape.rings.first)
    end

    def places(sketch, placed)
      @pdf.stroke_color SLATE
      @pdf.dash(3, space: 3)
      @story
        .legs
        .select(&:path)
        .each do |leg|
          leg
            .path
            .each_cons(2) { |from, to| @pdf.stroke_line sketch.point(*from), sketch.point(*to) }
        end
      @pdf.undash
      half = sketch.metres(Core::Geography::CoarsePlace::CELL_M) / 2
      placed.group_by(&:place).each do |place, here|
        x, y = sketch.point(*place)
        @pdf.fill_color OILSKIN
        @pdf.fill_rectangle [x - half, y + half], half * 2, half * 2
        @pdf.fill_color SLATE
        labels = here.map { |stop| @story.catches.index(stop) + 1 }.join(", ")
        @pdf.draw_text labels, at: [x - 3, y - 4], size: 10, style: :bold
      end
    end

    def timeline
      @story.catches.each_with_index do |caught, index|
        @pdf.fill_color SLATE
        # In parts and not as markup: a name is what it says, whatever stands in it.
        @pdf.formatted_text [
          { text: "#{index + 1}   #{caught.day_words}   ", styles: [:bold] },
          { text: line(caught) }
        ],
          size: 10.5,
          color: SLATE,
          leading: 3
      end
    end

    def line(caught)
      length = caught.length
      [FOUND[caught.found_how] || WHAT.fetch(caught.what),
        caught.place_name && "in #{caught.place_name}", "by #{caught.by}",
        length && "#{Core::Units.growth_text(length.mm, @units)} " \
          "#{Core::Fish::Length::KINDS.fetch(length.kind)} (#{length.how})",
        FATE[caught.fate]].compact.join(", ")
    end

    def footer
      @pdf.fill_color PAPER_GREY
      @pdf.draw_text "Read the story: #{@link}", at: [0, 0], size: 9
    end

    def text(string, **style) = @pdf.text(string, **style)
  end
end
