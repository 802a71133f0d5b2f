# frozen_string_literal: true

require "date"
require "json"
require "time"

module Devices
  module StandIns
    # Stands in for water gauges: a small HTTP service with a seasonal curve and a little noise per
    # spot. A Rack application; run on its own with: bundle exec puma -b tcp://127.0.0.1:PORT
    # devices/stand_ins/gauge.ru
    class Gauge
      # Mean, half the yearly swing, day of the year of the peak. Invented.
      SEA = [12.0, 4.2, 228].freeze
      LOUGH = [12.5, 6.3, 205].freeze

      def initialize(clock: -> { Time.now.utc }) = @clock = clock

      def call(env)
        spot = env["PATH_INFO"][%r{\A/spots/([a-z_]{1,40})\z}, 1]
        if spot.nil?
          return 404, { "content-type" => "application/json" }, ['{"error":"no such spot"}']
        end

        now = @clock.call
        [
          200,
          { "content-type" => "application/json" },
          [JSON.generate(water_temp_c: temperature(spot, now), read_at: now.iso8601)]
        ]
      end

      private

      # The same for everybody within ten minutes; a shallow estuary swings more than the open
      # sound.
      def temperature(spot, now)
        mean, swing, peak = spot.start_with?("immer") ? LOUGH : SEA
        season = swing * Math.cos(2 * Math::PI * (now.yday - peak) / 365.25)
        own = Random.new((spot.sum * 1_000_003) + (now.to_i / 600)).rand - 0.5
        ((mean + season) + (own * (spot.match?(/saltmouth|eel/) ? 2.0 : 0.8))).round(1)
      end
    end
  end
end
