# frozen_string_literal: true

module Core
  module Geography
    # A drawn map (GeoJSON features) brought into one piece where it crosses 180 degrees.
    module Drawing
      module_function

      # The longitude that the drawing lies around; nil where nothing is drawn.
      def middle_lon_deg(features)
        lons =
          features.flat_map do |feature|
            points(feature.dig("geometry", "coordinates")).map(&:first)
          end
        Longitude.middle(lons) unless lons.empty?
      end

      # The features with every longitude written as the neighbour of the middle one.
      def unbroken(features, middle_lon_deg)
        features.map do |feature|
          drawn = feature.fetch("geometry")
          coordinates = moved(drawn["coordinates"], middle_lon_deg)
          feature.merge("geometry" => drawn.merge("coordinates" => coordinates))
        end
      end

      def points(part)
        part.first.is_a?(Numeric) ? [part] : part.flat_map { |inner| points(inner) }
      end

      def moved(part, middle_lon_deg)
        return part.map { |inner| moved(inner, middle_lon_deg) } unless part.first.is_a?(Numeric)

        [Longitude.near(part[0], middle_lon_deg), *part.drop(1)]
      end
      private_class_method :points, :moved
    end
  end
end
