# frozen_string_literal: true

require "rexml/document"
require "rexml/streamlistener"

module Formats
  # A recorded way as GPX 1.0 or 1.1: the timed points of its tracks. Points without a time are
  # passed over.
  module Gpx
    MOST_POINTS = 200_000

    # Gathers timed points while the file streams by.
    class Points
      include REXML::StreamListener

      attr_reader :fixes, :root

      def initialize = @fixes = []

      def tag_start(name, attributes)
        @root ||= name
        @point = attributes if name == "trkpt"
        @text = +"" if name == "time" && @point
      end

      def text(text) = @text&.<<(text)

      def tag_end(name)
        if name == "time" && @text
          @time = @text.strip
          @text = nil
        elsif name == "trkpt"
          add
          @point = @time = nil
        end
      end

      def add
        lat = Float(@point["lat"], exception: false)
        lon = Float(@point["lon"], exception: false)
        return unless lat && lon && lat.abs <= 90 && lon.abs <= 180 && @time

        @fixes << { at: Time.iso8601(@time).utc, lat_deg: lat, lon_deg: lon }
        if @fixes.size > MOST_POINTS
          raise Core::InvalidInput.at(
            "track",
            :track_too_long,
            "This track has more than #{MOST_POINTS} points. Export one day only."
          )
        end
      rescue ArgumentError
        nil
      end
    end

    # [{ at: Time, lat_deg:, lon_deg: }, ...] in order of time, one per moment. Raises
    # Core::InvalidInput.
    def self.read(text)
      if text.include?("<!ENTITY")
        raise Core::InvalidInput.at(
          "track", :not_gpx,
          "This file declares entities, which a track does not need. Export it again as plain GPX."
        )
      end

      points = Points.new
      REXML::Document.parse_stream(text, points)
      unless points.root == "gpx"
        raise Core::InvalidInput.at(
          "track", :not_gpx, "This is not a GPX file. Export the track as GPX."
        )
      end
      if points.fixes.empty?
        raise Core::InvalidInput.at(
          "track", :no_times,
          "No point of this track has a time, so fish cannot be placed by it. Export it with times."
        )
      end

      points.fixes.uniq { |fix| fix[:at] }.sort_by { |fix| fix[:at] }
    rescue REXML::ParseException
      raise Core::InvalidInput.at(
        "track", :not_gpx,
        "This file is not readable as GPX. It may be cut off. Export the track again."
      )
    end
  end
end
