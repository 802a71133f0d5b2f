# frozen_string_literal: true

require "rexml/text"

module Formats
  # Catches as waypoints of a GPX 1.1 file, written one by one.
  module GpxOut
    HEAD = <<~XML
      <?xml version="1.0" encoding="UTF-8"?>
      <gpx version="1.1" creator="Voucher" xmlns="http://www.topografix.com/GPX/1/1">
    XML

    # Yields a lambda that takes a row. Returns how many had a place.
    def self.write(io, names)
      at = %w[lat_deg lon_deg caught_on species_code scientific_name kind].to_h do |name|
        [name, names.index(name)]
      end
      count = 0
      io.write(HEAD)
      yield(lambda do |row|
        told = at.transform_values { |place| row[place] }
        next if told["lat_deg"].nil?

        io.write(waypoint(told))
        count += 1
      end)
      io.write("</gpx>\n")
      count
    end

    def self.waypoint(told)
      name, about = [told["scientific_name"], told["kind"]].map do |text|
        REXML::Text.normalize(text.to_s)
      end
      %(<wpt lat="#{told['lat_deg']}" lon="#{told['lon_deg']}">) +
        %(<time>#{told['caught_on']}T00:00:00Z</time>) +
        %(<name>#{name}</name><desc>#{about}</desc></wpt>\n)
    end
    private_class_method :waypoint
  end
end
