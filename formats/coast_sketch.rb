# frozen_string_literal: true

module Formats
  # Coast and places in a flat picture: longitude is narrowed by the cosine of the latitude,
  # which is true enough over a hundred kilometres.
  #
  #   features: GeoJSON features as parsed Hashes
  #   width, height: of the picture; y grows upwards
  class CoastSketch
    MARGIN_DEG = 0.06
    # kind: "land" | "lough" | "sea";  rings: [[[x, y], ...], ...]
    Shape = Struct.new(:kind, :rings, keyword_init: true)

    def initialize(features, width:, height:, around: [])
      @polygons = features.select { |feature| feature.dig("geometry", "type") == "Polygon" }
      points =
        @polygons.flat_map { |polygon| polygon.dig("geometry", "coordinates", 0) } +
        around.map { |lat, lon| [lon, lat] }
      lons, lats = points.transpose
      @west, @south = lons.min - MARGIN_DEG, lats.min - MARGIN_DEG
      middle = (lats.min + lats.max) / 2.0
      @narrow = Math.cos(middle * Math::PI / 180)
      wide, high = (lons.max + MARGIN_DEG - @west) * @narrow, lats.max + MARGIN_DEG - @south
      @scale = [width / wide, height / high].min
      @left, @bottom = (width - (wide * @scale)) / 2, (height - (high * @scale)) / 2
      freeze
    end

    # [Shape]
    def shapes
      @polygons.map do |polygon|
        Shape.new(
          kind: polygon.dig("properties", "kind"),
          rings:
            polygon
              .dig("geometry", "coordinates")
              .map { |ring| ring.map { |lon, lat| point(lat, lon) } }
        )
      end
    end

    def point(lat_deg, lon_deg)
      [@left + ((lon_deg - @west) * @narrow * @scale), @bottom + ((lat_deg - @south) * @scale)]
    end

    def metres(length_m) = length_m / 111_132.0 * @scale
  end
end
