# frozen_string_literal: true

module Core
  module Geography
    # A coast as somebody drew it (GeoJSON), checked before anything is computed on it.
    #
    # A place or ledge with the property public: true is shown to readers without an account too.
    #
    #   land:  polygons of dry land, a lough being a hole in them
    #   lough: polygons of fresh water; one that lies in no land is given a shore around it
    #   wall:  stands in a fish's way;  ledge: drawn only;  place: a named point
    module DrawnCoast
      KINDS = {
        "Polygon" => %w[land lough ledge],
        "LineString" => %w[wall],
        "Point" => %w[place]
      }.freeze
      # What anglers keep to themselves.
      SPOTS = %w[place ledge].freeze
      # All ways between all corners are worked out once, which grows with their square. House rule.
      MOST_CORNERS = 2500
      MOST_FEATURES = 500
      # How far the shore is drawn around a water that came without one.
      SHORE_DEG = 0.05

      module_function

      # geojson: parsed FeatureCollection with String keys
      # Returns features as Outline and Route take them. Raises InvalidInput with where and what.
      def read(geojson)
        unless collection?(geojson)
          refuse("type", "This is not a GeoJSON FeatureCollection. Export the drawing as one.")
        end
        features = geojson["features"]
        if features.size > MOST_FEATURES
          refuse(
            "features",
            Text.of(
              "geography.drawn_coast.there_are_features_at_most", features: features.size,
              most_features: MOST_FEATURES
            )
          )
        end
        read = features.each_with_index.map { |feature, index| feature(feature, index) }
        check_whole(read)
        read + shores(read)
      end

      # Places that people call by name, to begin the list of spots with: [{ name:, lat_deg:,
      # lon_deg:, kind: "sea" | "fresh" }]; those on dry land are left out.
      def places(features)
        outline = Outline.new(features)
        drawn = features.select { |feature| feature.dig("properties", "kind") == "place" }
        drawn.filter_map do |feature|
          lon_deg, lat_deg = feature.dig("geometry", "coordinates")
          water = outline.water_at(lat_deg, lon_deg)
          water &&
            {
              name: feature.dig("properties", "name"),
              lat_deg:,
              lon_deg:,
              kind: water == :lough ? "fresh" : "sea"
            }
        end
      end

      # The coast with one fresh water drawn anew, as its corners were touched on the map:
      # [[lat_deg, lon_deg], ...] Land that it lies in gets a hole; what the water covered before is
      # land again.
      def with_water(features, name:, corners:)
        points = corners.map(&:reverse)
        lough = {
          "properties" => {
            "kind" => "lough",
            "name" => name
          },
          "geometry" => {
            "type" => "Polygon",
            "coordinates" => [[*points, points.first]]
          }
        }
        drawn = feature(lough, features.size)
        ring = drawn.dig("geometry", "coordinates").first
        before = features.find { |feature| water?(feature, name) }
        others = (features - [before]).map do |feature|
          land?(feature) ? with_hole(feature, ring, before) : feature
        end
        whole = [*others, drawn]
        check_whole(whole)
        whole + shores(whole)
      end

      def water?(feature, name)
        feature["properties"].values_at("kind", "name") == ["lough", name]
      end

      def land?(feature) = feature.dig("properties", "kind") == "land"

      def with_hole(land, ring, before)
        rings =
          land.dig("geometry", "coordinates") -
          (before ? before.dig("geometry", "coordinates") : [])
        inside = Outline::Polygon.new(rings.first(1)).cover?(ring[0][1], ring[0][0])
        land.merge(
          "geometry" => {
            "type" => "Polygon",
            "coordinates" => inside ? [*rings, ring] : rings
          }
        )
      end

      def collection?(geojson)
        geojson.is_a?(Hash) && geojson["type"] == "FeatureCollection" &&
          geojson["features"].is_a?(Array)
      end

      def feature(feature, index)
        where = "features.#{index}"
        geometry = feature.is_a?(Hash) && feature["geometry"]
        refuse(where, "Feature #{index + 1} has no geometry.") unless geometry.is_a?(Hash)
        kinds =
          KINDS[geometry["type"]] ||
          refuse(
            where,
            Text.of(
              "geography.drawn_coast.feature_is_a_use_polygon", index: index + 1,
              type: geometry["type"].inspect
            )
          )
        about = feature["properties"].is_a?(Hash) ? feature["properties"] : {}
        kind = about["kind"] || kinds.first
        unless kinds.include?(kind)
          refuse(
            where,
            Text.of(
              "geography.drawn_coast.feature_says_it_is_a", index: index + 1, kind: kind.inspect,
              type: geometry["type"], or: kinds.join(" or ")
            )
          )
        end
        {
          "type" => "Feature",
          "properties" => {
            "kind" => kind,
            "name" => name(about["name"], kind, where, index),
            "public" => (true if SPOTS.include?(kind) && about["public"] == true)
          }.compact,
          "geometry" => {
            "type" => geometry["type"],
            "coordinates" => coordinates(geometry, where, index)
          }
        }
      end

      def name(name, kind, where, index)
        text = name.to_s.strip[0, 120]
        if kind == "place" && text.empty?
          refuse(where, "Feature #{index + 1} is a place without a name.")
        end
        text.empty? ? nil : text
      end

      def coordinates(geometry, where, index)
        rings = geometry["coordinates"]
        case geometry["type"]
        when "Point" then point(rings, where, index)
        when "LineString" then line(rings, 2, where, index)
        else
          unless rings.is_a?(Array) && rings.any?
            refuse(where, "Feature #{index + 1} has no rings.")
          end
          rings.map { |ring| ring(ring, where, index) }
        end
      end

      def ring(ring, where, index)
        points = line(ring, 4, where, index)
        if points.first != points.last
          refuse(where, "A ring of feature #{index + 1} does not end where it began.")
        end
        points
      end

      def line(points, least, where, index)
        unless points.is_a?(Array) && points.size >= least
          refuse(where, "A line of feature #{index + 1} has fewer than #{least} points.")
        end
        points.map { |point| point(point, where, index) }
      end

      def point(point, where, index)
        lon, lat = point if point.is_a?(Array)
        numbers = [lon, lat].all? { |value| value.is_a?(Numeric) && value.to_f.finite? }
        return [lon.to_f, lat.to_f] if numbers && lon.abs <= 180 && lat.abs <= 90

        refuse(
          where,
          Text.of(
            "geography.drawn_coast.a_point_of_feature_is", index: index + 1,
            point: point.inspect[0, 40]
          )
        )
      end

      def check_whole(features)
        shores = features.select do |feature|
          %w[land lough].include?(feature.dig("properties", "kind"))
        end
        if shores.empty?
          refuse("features",
            "No land and no lough is drawn, so water and shore cannot be told apart.")
        end
        corners = shores.sum { |shore| shore.dig("geometry", "coordinates").sum(&:size) }
        return if corners <= MOST_CORNERS

        refuse(
          "features",
          Text.of(
            "geography.drawn_coast.the_shores_have_corners_distances", corners:,
            most_corners: MOST_CORNERS
          )
        )
      end

      # Land around each lough that came alone.
      def shores(features)
        land =
          features
            .select { |feature| feature.dig("properties", "kind") == "land" }
            .map { |feature| Outline::Polygon.new(feature.dig("geometry", "coordinates").first(1)) }
        loughs = features.select { |feature| feature.dig("properties", "kind") == "lough" }
        loughs.filter_map do |lough|
          ring = lough.dig("geometry", "coordinates").first
          next if land.any? { |polygon| polygon.cover?(ring[0][1], ring[0][0]) }

          {
            "type" => "Feature",
            "properties" => {
              "kind" => "land"
            },
            "geometry" => {
              "type" => "Polygon",
              "coordinates" => [box(ring), ring]
            }
          }
        end
      end

      def box(ring)
        west, east = ring.map(&:first).minmax
        south, north = ring.map(&:last).minmax
        west, south, east, north =
          west - SHORE_DEG,
          south - SHORE_DEG,
          east + SHORE_DEG,
          north + SHORE_DEG
        [[west, south], [east, south], [east, north], [west, north], [west, south]]
      end

      def refuse(field, sentence) = raise(InvalidInput.at(field, :bad_coast, sentence))
      private_class_method :water?,
        :land?,
        :with_hole,
        :collection?,
        :feature,
        :name,
        :coordinates,
        :ring,
        :line,
        :point,
        :check_whole,
        :shores,
        :box,
        :refuse
    end
  end
end
