# frozen_string_literal: true

require "rexml/text"

module Formats
  # Catches as waypoints of a GPX 1.1 file, written one by one. The day stands in words: a waypoint
  # has a moment or none, and the hour of a catch does not go out.
  module GpxOut
    # Yields a lambda that takes a row. edition: Core::Exchange::Edition. Returns how many had a
    # place.
    def self.write(io, names, edition)
      columns = %w[lat_deg lon_deg caught_on species_code scientific_name kind].to_h do |name|
        [name, names.index(name)]
      end
      count = 0
      io.write(head(edition))
      yield(lambda do |row|
        cells = columns.transform_values { |place| row[place] }
        next if cells["lat_deg"].nil?

        io.write(waypoint(cells))
        count += 1
      end)
      io.write("</gpx>\n")
      count
    end

    def self.head(edition)
      title, author = [edition.title, edition.programme].map { |text| REXML::Text.normalize(text) }
      <<~XML
        <?xml version="1.0" encoding="UTF-8"?>
        <gpx version="1.1" creator="Voucher" xmlns="http://www.topografix.com/GPX/1/1">
        <metadata><name>#{title}</name><copyright author="#{author}"><year>#{edition.made_on.year}</year><license>#{edition.licence_url}</license></copyright></metadata>
      XML
    end

    def self.waypoint(cells)
      name, about = [cells["scientific_name"],
        "#{cells['kind']}, #{cells['caught_on']}"].map do |text|
          REXML::Text.normalize(text.to_s)
        end
      %(<wpt lat="#{cells['lat_deg']}" lon="#{cells['lon_deg']}">) +
        %(<name>#{name}</name><desc>#{about}</desc></wpt>\n)
    end
    private_class_method :head, :waypoint
  end
end
