# frozen_string_literal: true

require "cgi"
require "erb"

module Formats
  # The pages that everybody may read, as HTML that needs no script.
  #
  #   opened: Acts::OpenFront::Opened
  class FrontPage
    TEMPLATES = %w[front species frame returns map answers].to_h do |name|
      text = File.read(File.join(__dir__, "front/#{name}.html.erb"))
      [name.to_sym, ERB.new(text, trim_mode: "-")]
    end.freeze
    MAP_WIDTH, MAP_HEIGHT = 900, 640

    def self.html(opened:) = new(opened).page(:front, opened.programme.name)

    # Of one species. species: Core::Fish::Species
    def self.species(opened:, species:)
      title = "#{species.common_name}. #{opened.programme.name}"
      new(opened, species).page(:species, title)
    end

    def initialize(opened, species = nil)
      @opened = opened
      @species = species
    end

    def page(template, title)
      @title = title
      @content = part(template)
      part(:frame)
    end

    private

    attr_reader :opened, :species

    def part(name) = TEMPLATES.fetch(name).result(binding)
    def h(value) = CGI.escapeHTML(value.to_s)
    def t(key, **values) = h(Core::Text.of(key, **values))

    # Paragraphs of what a coordinator wrote, or our own words.
    def written(text, ours)
      return "<p>#{ours}</p>" if text.to_s.strip.empty?

      text.strip.split(/\n{2,}/).map { |paragraph| "<p>#{h(paragraph)}</p>" }.join
    end

    def days(lately)
      return t("front.page.days_at_most", days: lately.days) if lately.days_at_most

      lately.days == 1 ? t("front.page.days_one") : t("front.page.days", days: lately.days)
    end

    def way(lately)
      return nil if lately.km.nil?

      lately.km.zero? ? t("front.page.same_water") : t("front.page.way", km: lately.km)
    end

    def facts(lately)
      [days(lately), way(lately), lately.grew_mm && t("front.page.grew", mm: lately.grew_mm),
        t("front.page.caught", month: lately.month)].compact
    end

    def animal(guild_key) = AnimalSvg.of(guild_key.to_sym)[:svg]

    # The coast and its squares; a pale one has few fish.
    def map
      features, cells = opened.coast, opened.cells
      return "" if features.empty?

      sketch = CoastSketch.new(features, width: MAP_WIDTH, height: MAP_HEIGHT)
      shapes = sketch.shapes.select { |shape| %w[land lough].include?(shape.kind) }
      [
        %(<svg viewBox="0 0 #{MAP_WIDTH} #{MAP_HEIGHT}" role="img" ),
        %(aria-label="#{t('front.page.map_label')}">),
        *shapes.map { |shape| %(<path class="#{shape.kind}" d="#{outline(shape.rings[0])}"/>) },
        *cells.map { |cell| square(sketch, cell) }, "</svg>"
      ].join
    end

    # y grows downwards here.
    def outline(ring)
      points = ring.map { |x, y| "#{x.round(1)} #{(MAP_HEIGHT - y).round(1)}" }
      "M#{points.join('L')}Z"
    end

    def square(sketch, cell)
      west, south = sketch.point(cell[:south], cell[:west])
      east, north = sketch.point(cell[:north], cell[:east])
      place = { x: west, y: MAP_HEIGHT - north, width: east - west, height: north - south }
      sizes = place.map { |name, value| %(#{name}="#{value.round(1)}") }.join(" ")
      return %(<rect class="few" #{sizes}/>) if cell[:few]

      count = cell[:released] + cell[:back]
      x, y = [(west + east) / 2, MAP_HEIGHT - ((north + south) / 2)].map do |middle|
        middle.round(1)
      end
      %(<rect class="square" #{sizes}/><text x="#{x}" y="#{y}">#{count}</text>)
    end
  end
end
