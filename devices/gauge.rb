# frozen_string_literal: true

require "json"
require "net/http"
require "timeout"

module Devices
  # Reads water temperatures from a gauge service over HTTP: GET {url}/spots/{code} ->
  # {"water_temp_c": 12.3, "read_at": "..."}. A gauge that is down, slow, drips, talks nonsense or
  # never ends is no reading; nobody waits for it longer than a blink, and one that failed is left
  # alone for a while.
  class Gauge
    # From the first byte to the last, whatever happens between.
    TOTAL_SECONDS = 1.2
    MOST_BYTES = 10_000
    PLAUSIBLE_C = (-2.0..40.0)
    REST_SECONDS = 30
    # A reading is good for so long.
    KEPT_SECONDS = 120

    def initialize(url, clock: -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) })
      @url = url
      @clock = clock
      @kept = {}
      @resting_until = -Float::INFINITY
    end

    # Returns { water_temp_c: Float, read_at: String } or nil.
    def read(spot_code)
      return nil if @url.nil? || @clock.call < @resting_until

      reading, read_at = @kept[spot_code]
      return reading if reading && @clock.call - read_at < KEPT_SECONDS

      ask(spot_code).tap { |reading| @kept[spot_code] = [reading, @clock.call] if reading }
    end

    private

    # Whatever a foreign machine makes the libraries stumble over is no reading.
    def ask(spot_code)
      reading(Timeout.timeout(TOTAL_SECONDS) { body(URI("#{@url}/spots/#{spot_code}")) })
    rescue StandardError
      @resting_until = @clock.call + REST_SECONDS
      nil
    end

    def body(uri)
      text = +""
      Net::HTTP.start(
        uri.host,
        uri.port,
        use_ssl: uri.scheme == "https",
        open_timeout: TOTAL_SECONDS,
        read_timeout: TOTAL_SECONDS,
        max_retries: 0
      ) do |http|
        http.request_get(uri.request_uri, { "accept-encoding" => "identity" }) do |response|
          return nil unless response.is_a?(Net::HTTPSuccess)

          response.read_body do |part|
            text << part
            # Ends the connection as well: the rest is not read.
            raise IOError, "more than a gauge has to say" if text.bytesize > MOST_BYTES
          end
        end
      end
      text
    end

    # A spot that the gauge does not know is no failure.
    def reading(text)
      return nil if text.nil?

      answer = JSON.parse(text, max_nesting: 5)
      temp = Float(answer.fetch("water_temp_c"))
      read_at = String(answer.fetch("read_at")).scrub("?")[0, 40]
      PLAUSIBLE_C.cover?(temp) ? { water_temp_c: temp.round(1), read_at: } : nil
    end
  end
end
