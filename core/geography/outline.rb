# frozen_string_literal: true

module Core
  module Geography
    # The drawn coast: which water a point lies in, if any.
    #
    #   features: GeoJSON features as parsed Hashes with String keys; properties.kind is
    #             "land" (polygons, a lough being a hole in them) or "lough"
    #
    # What is neither land nor lough is sea.
    class Outline
      def initialize(features)
        @land = polygons(features, "land")
        @loughs = polygons(features, "lough")
        freeze
      end

      # :sea, :lough, or nil on dry land.
      def water_at(lat_deg, lon_deg)
        return :lough if @loughs.any? { |polygon| polygon.cover?(lat_deg, lon_deg) }

        @land.any? { |polygon| polygon.cover?(lat_deg, lon_deg) } ? nil : :sea
      end

      # One polygon with its holes, and a box that answers most questions at once.
      class Polygon
        def initialize(rings)
          @rings = rings.map { |ring| ring.each_cons(2).to_a.freeze }.freeze
          lons, lats = rings.first.transpose
          @lat_range = (lats.min..lats.max)
          @lon_range = (lons.min..lons.max)
        end

        # Even-odd rule over all rings, so that a hole is outside.
        # Source: Jordan curve theorem; ray casting as in any geometry text.
        def cover?(lat_deg, lon_deg)
          return false unless @lat_range.cover?(lat_deg) && @lon_range.cover?(lon_deg)

          @rings.sum { |edges| crossings(edges, lat_deg, lon_deg) }.odd?
        end

        private

        def crossings(edges, lat, lon)
          edges.count do |(lon1, lat1), (lon2, lat2)|
            (lat1 > lat) != (lat2 > lat) &&
              lon < ((lon2 - lon1) * (lat - lat1) / (lat2 - lat1)) + lon1
          end
        end
      end

      private

      def polygons(features, kind)
        features.select { |feature| feature.dig("properties", "kind") == kind }
          .map { |feature| Polygon.new(feature.dig("geometry", "coordinates")) }.freeze
      end
    end
  end
end
