# frozen_string_literal: true

require "json"

module Formats
  # Catches as points and fish as lines in GeoJSON (RFC 7946), written one by one; points by hand
  # like GivenCsv, as there are a million of them.
  class GeojsonOut
    NUMBERS = %w[integer number].freeze
    POINT = '{"type":"Feature","geometry":{"type":"Point","coordinates":['
    # Most texts are codes and names, which come again and again.
    MOST_KEPT = 5000

    class << self
      # table: Core::Exchange::Table with lat_deg and lon_deg;  edition: Core::Exchange::Edition,
      # its licence beside the features;  rows: a block that is given what
      # takes each row, its cells as Core::Exchange::Given tells them. Returns how many features
      # there were; what has no place is left out.
      def write(io, table, edition, &) = new(io, edition).points(table, &)

      # Yields a lambda that takes a path, [[lat_deg, lon_deg]], and properties. Returns how many.
      def write_lines(io, edition)
        new(io, edition).collection do |feature|
          yield(lambda do |path, properties|
            geometry = { type: "LineString", coordinates: path.map { |lat, lon| [lon, lat] } }
            feature.call(JSON.generate(type: "Feature", geometry:, properties:))
          end)
        end
      end
    end

    def initialize(io, edition)
      @io = io
      @edition = edition
      @texts = {}
    end

    def points(table)
      lat, lon = %w[lat_deg lon_deg].map { |name| table.names.index(name) }
      columns = columns_of(table, [lat, lon])
      collection do |feature|
        yield(lambda do |row|
          next if row[lat].nil?

          feature.call("#{POINT}#{row[lon]},#{row[lat]}]},#{properties(row, columns)}}")
        end)
      end
    end

    def collection
      count = 0
      about = { name: @edition.title, license: @edition.licence_url, citation: @edition.citation }
      @io.write(%({"type":"FeatureCollection",#{JSON.generate(about)[1..-2]},"features":[))
      yield(lambda do |feature|
        @io.write(count.zero? ? "\n" : ",\n", feature)
        count += 1
      end)
      @io.write("\n]}\n")
      count
    end

    private

    # [[place in a row, name as it is written, whether it is a number], ...]
    def columns_of(table, without)
      table.columns.each_with_index.filter_map do |column, index|
        next if without.include?(index)

        [index, "#{JSON.generate(column.name)}:", NUMBERS.include?(column.type)]
      end
    end

    # What is known of it; a number stands as the database writes it.
    def properties(row, columns)
      json = +'"properties":{'
      columns.each do |index, name, number|
        cell = row[index] or next
        json << "," unless json.end_with?("{")
        json << name << (number ? cell.to_s : @texts[cell] || text(cell))
      end
      json << "}"
    end

    def text(cell)
      json = JSON.generate(cell)
      @texts[cell] = json if @texts.size < MOST_KEPT
      json
    end
  end
end
