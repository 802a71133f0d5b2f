# frozen_string_literal: true

require "json"

module Formats
  # Points of catches as GeoJSON (RFC 7946), written one by one.
  module GeojsonOut
    # names: of the columns, with lat_deg and lon_deg among them. Yields a lambda that takes a row.
    # Returns how many features there were; what has no place is left out.
    def self.write(io, names)
      lat, lon = names.index("lat_deg"), names.index("lon_deg")
      count = 0
      io.write(%({"type":"FeatureCollection","features":[))
      yield(lambda do |row|
        next if row[lat].nil?

        properties = names.zip(row).to_h.except("lat_deg", "lon_deg").compact
        io.write(count.zero? ? "\n" : ",\n")
        io.write(
          JSON.generate(
            type: "Feature", geometry: { type: "Point", coordinates: [row[lon], row[lat]] },
            properties:
          )
        )
        count += 1
      end)
      io.write("\n]}\n")
      count
    end
  end
end
