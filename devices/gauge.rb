# frozen_string_literal: true

require "json"
require "net/http"

module Devices
  # Reads water temperatures from a gauge service over HTTP: GET {url}/spots/{code} -> {"water_temp_c": 12.3, "read_at": "..."}.
  # A gauge that is down, slow or talks nonsense is no reading; nothing waits for it.
  class Gauge
    TIMEOUT_SECONDS = 0.6
    PLAUSIBLE_C = (-2.0..40.0)

    def initialize(url) = @url = url

    # Returns { water_temp_c: Float, read_at: String } or nil.
    def read(spot_code)
      return nil if @url.nil?

      uri = URI("#{@url}/spots/#{spot_code}")
      response = Net::HTTP.start(uri.host, uri.port, open_timeout: TIMEOUT_SECONDS, read_timeout: TIMEOUT_SECONDS) { |http| http.get(uri.path) }
      return nil unless response.is_a?(Net::HTTPSuccess)

      reading = JSON.parse(response.body)
      temp = Float(reading.fetch("water_temp_c"))
      PLAUSIBLE_C.cover?(temp) ? { water_temp_c: temp.round(1), read_at: String(reading.fetch("read_at")) } : nil
    rescue SystemCallError, SocketError, Timeout::Error, JSON::ParserError, KeyError, TypeError, ArgumentError, EOFError
      nil
    end
  end
end
