# frozen_string_literal: true

require "socket"

module Devices
  module StandIns
    # Stands in for a boat's instruments: a TCP server that sends NMEA 0183 once a second, of a boat
    # on a slow round over Marrow Sound, with the depth under it and the water's temperature. Now
    # and then a line is garbled, as at sea.
    class Boat
      # Drifts around the ledge and over the deep beside it.
      MIDDLE = [48.612, -21.472].freeze
      RADIUS_DEG = 0.004
      ROUND_SECONDS = 1800
      GARBLE_EVERY = 37

      def initialize(port:, clock: -> { Time.now.utc })
        @server = TCPServer.new("127.0.0.1", port)
        @clock = clock
      end

      def port = @server.addr[1]

      def run
        loop { Thread.new(@server.accept) { |client| serve(client) } }
      end

      # The sentences of one second, as text.
      def sentences(now)
        angle = 2 * Math::PI * (now.to_f % ROUND_SECONDS) / ROUND_SECONDS
        lat = MIDDLE[0] + (RADIUS_DEG * Math.sin(angle))
        lon = MIDDLE[1] + (RADIUS_DEG * Math.cos(angle))
        depth = 22 + (9 * Math.sin(3 * angle)) + (0.3 * Math.sin(now.to_f))
        temp = 12.4 + (0.4 * Math.cos(angle))
        time = now.strftime("%H%M%S.00")
        [
          "GPGGA,#{time},#{minutes(lat, 2)},N,#{minutes(-lon, 3)},W,1,09,0.9,2.1,M,47.0,M,,",
          "GPRMC,#{time},A,#{minutes(lat,
            2)},N,#{minutes(-lon,
              3)},W,0.8,#{format('%.1f',
                (360 - (angle * 180 / Math::PI)) % 360)},#{now.strftime('%d%m%y')},,,A",
          format("SDDPT,%.1f,0.4", depth),
          format("SDDBT,%.1f,f,%.1f,M,%.1f,F", depth / 0.3048, depth, depth / 1.8288),
          format("YXMTW,%.1f,C", temp)
        ].map { |text| "$#{text}*#{Nmea.checksum(text)}\r\n" }
      end

      private

      def minutes(degrees, width) = format("%0#{width}d%07.4f", degrees.to_i, (degrees % 1) * 60)

      def serve(client)
        second = 0
        loop do
          lines = sentences(@clock.call)
          lines[second % lines.size] = lines[0].tr("1", "7") if (second % GARBLE_EVERY).zero? &&
            second.positive?
          client.write(lines.join)
          second += 1
          sleep 1
        end
      rescue SystemCallError, IOError
        client.close
      end
    end
  end
end
