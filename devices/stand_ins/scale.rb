# frozen_string_literal: true

require "socket"

module Devices
  module StandIns
    # Stands in for a weighing scale: a TCP server with one line each half second. A wet sling hangs
    # on it; every twenty seconds a fish goes in and out again, swings, settles, and the zero drifts
    # a little.
    class Scale
      SLING_G = 212
      ROUND_SECONDS = 40
      SETTLES_AFTER_SECONDS = 4

      def initialize(
        port:,
        clock: -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) },
        rng: Random.new(7)
      )
        @server = TCPServer.new("127.0.0.1", port)
        @clock = clock
        @rng = rng
        @tare = nil
      end

      def port = @server.addr[1]

      def run
        loop { Thread.new(@server.accept) { |client| serve(client) } }
      end

      # What it shows at a moment: { gross_g:, settled: }
      def reading(seconds)
        round = (seconds / ROUND_SECONDS).floor
        inside = seconds % ROUND_SECONDS
        fish_g = inside < ROUND_SECONDS / 2 ? 0 : 900 + (Random.new(round).rand * 2200)
        since = inside % (ROUND_SECONDS / 2)
        swing = since < SETTLES_AFTER_SECONDS ? 120 * Math.exp(-since) * Math.cos(9 * since) : 0
        drift = 3 * Math.sin(seconds / 300.0)
        {
          gross_g: (SLING_G + fish_g + swing + drift).round,
          settled: since >= SETTLES_AFTER_SECONDS
        }
      end

      def line(seconds)
        shown = reading(seconds)
        "gross=#{shown[:gross_g]} tare=#{@tare || 'none'} " \
          "#{shown[:settled] ? 'settled' : 'moving'}\n"
      end

      def tare(seconds) = @tare = [reading(seconds)[:gross_g], 0].max

      private

      def serve(client)
        Thread.new { obey(client) }
        loop do
          client.write(line(@clock.call))
          sleep 0.5
        end
      rescue SystemCallError, IOError
        client.close
      end

      def obey(client)
        while (line = client.gets)
          tare(@clock.call) if line.strip == "tare"
        end
      rescue SystemCallError, IOError
        nil
      end
    end
  end
end
