# frozen_string_literal: true

require "csv"
require "json"
require "zip"

module Formats
  # A data package as DataPackage writes it, on its way back.
  module PackageIn
    CATCHES, TRIPS = "data/catches.csv", "data/trips.csv"
    MOST_BYTES = 200_000_000
    # Tables are packed to a thirtieth at best: what unpacks to more than this many times its size,
    # and to more than a small table, was made to fill a memory.
    MOST_TIMES = 60
    SMALL_BYTES = 2_000_000
    CHUNK_BYTES = 65_536
    # What a trip tells in the row of a day.
    TOLD = {
      "trip_id" => "trip_id", "fished_hours" => "fished_hours", "rods" => "rods",
      "platform" => "platform", "water_temp_c" => "water_temp_c", "held_on" => "caught_on",
      "held_by" => "caught_by"
    }.freeze
    PLACE = %w[lat_deg lon_deg].freeze
    SPOT = %w[spot_lat_deg spot_lon_deg].freeze

    module_function

    # One table of its catches and, below them, of its trips as days that were fished: CSV. nil
    # where it is no data package of ours, or no archive. Raises Core::InvalidInput.
    def table(bytes)
      return nil unless bytes.b.start_with?("PK\x03\x04".b)

      zip = Zip::File.open_buffer(StringIO.new(bytes))
      descriptor = zip.find_entry("datapackage.json")
      return nil unless descriptor && zip.find_entry(CATCHES)

      written = JSON.parse(unpacked(descriptor))
      catches, trips = [CATCHES, TRIPS].map { |name| text_of(zip, name, written) }
      trips ? with_trips(catches, trips) : catches
    rescue Zip::Error
      nil
    rescue JSON::ParserError, Zlib::Error
      refuse("This package cannot be read to its end. Send it as it was exported.")
    end

    def text_of(zip, name, descriptor)
      entry = zip.find_entry(name) or return nil
      check(name, unpacked(entry), descriptor)
    end

    # What an entry says of its size anybody may have written, so it is counted while it unpacks.
    def unpacked(entry)
      most = (MOST_TIMES * entry.compressed_size).clamp(SMALL_BYTES, MOST_BYTES)
      input, text = entry.get_input_stream, +""
      while (chunk = input.read(CHUNK_BYTES))
        text << chunk
        next if text.bytesize <= most

        refuse(Core::Text.of(
          "formats.package_in.in_this_package_unpacks_to", entry: entry.name,
          megabytes: most / 1_000_000
        ))
      end
      text
    end

    # A catch has the spot of its trip, a day too. Packages of old say of no trip where it was:
    # there a day lies where its first fish was, and of one without a fish only its water is known.
    def with_trips(catches, trips)
      head, *rows = CSV.parse(catches)
      return catches unless head == Core::Exchange::Tables::CATCHES.names

      index = head.index("trip_id")
      days = CSV.parse(trips, headers: true).to_h { |trip| [trip["trip_id"], trip] }
      first = rows.reverse.to_h do |row|
        [row[index], row.values_at(*PLACE.map do |name|
          head.index(name)
        end)]
      end
      CSV.generate do |csv|
        csv << Core::Imports::OwnColumns::WITH_DAYS
        rows.each { |row| csv << [*row, nil, nil, nil, *days[row[index]]&.values_at(*PLACE)] }
        days.each { |id, trip| csv << day(trip, first[id]).values_at(*Core::Imports::OwnColumns::WITH_DAYS) }
      end
    end

    def day(trip, first)
      place = trip["lat_deg"] ? SPOT.zip(trip.values_at(*PLACE)) : PLACE.zip(first.to_a)
      { "kind" => "none", **place.to_h, **TOLD.to_h { |column, as| [as, trip[column]] } }
    end

    # Refuses a package whose files changed on the way, before any of it is read.
    def check(name, table, descriptor)
      resources = descriptor.is_a?(Hash) ? Array(descriptor["resources"]).grep(Hash) : []
      expected = resources.find { |resource| resource["path"] == name }&.fetch("hash", nil)
      return table.force_encoding("UTF-8") if
        expected.nil? || expected == "sha256:#{Digest::SHA256.hexdigest(table)}"

      refuse(Core::Text.of("formats.package_in.a_table_in_this_package", name:))
    end

    def refuse(sentence) = raise(Core::InvalidInput.at("file", :not_whole, sentence))
    private_class_method :text_of, :unpacked, :with_trips, :day, :check, :refuse
  end
end
