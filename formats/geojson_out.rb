# frozen_string_literal: true

require "json"

module Formats
  # Catches as points and fish as lines in GeoJSON (RFC 7946), written one by one.
  module GeojsonOut
    module_function

    # names: of the columns, with lat_deg and lon_deg among them. Yields a lambda that takes a row.
    # Returns how many features there were; what has no place is left out.
    def write(io, names)
      lat, lon = names.index("lat_deg"), names.index("lon_deg")
      collection(io) do |feature|
        yield(lambda do |row|
          next if row[lat].nil?

          properties = names.zip(row).to_h.compact
          properties.delete("lat_deg")
          properties.delete("lon_deg")
          feature.call({ type: "Point", coordinates: [row[lon], row[lat]] }, properties)
        end)
      end
    end

    # Yields a lambda that takes a path, [[lat_deg, lon_deg]], and properties. Returns how many.
    def write_lines(io)
      collection(io) do |feature|
        yield(lambda do |path, properties|
          line = { type: "LineString", coordinates: path.map { |lat, lon| [lon, lat] } }
          feature.call(line, properties)
        end)
      end
    end

    def collection(io)
      count = 0
      io.write(%({"type":"FeatureCollection","features":[))
      yield(lambda do |geometry, properties|
        io.write(count.zero? ? "\n" : ",\n")
        io.write(JSON.generate(type: "Feature", geometry:, properties:))
        count += 1
      end)
      io.write("\n]}\n")
      count
    end
    private_class_method :collection
  end
end
