# frozen_string_literal: true

require "json"
require "net/http"
require "uri"

module Devices
  # The line to another programme's Voucher: one signed request, one answer in JSON. It follows no
  # redirection and reads no more than an answer can be.
  class PartnerLine
    # It did not answer, or not as it should.
    class Failed < StandardError; end

    OPEN_SECONDS = 10
    READ_SECONDS = 20
    MOST_BYTES = 20_000
    VERBS = { "GET" => Net::HTTP::Get, "PUT" => Net::HTTP::Put }.freeze

    # partner: Core::Exchange::Partner;  body: a hash, nil for none. Returns { } with symbol keys.
    def call(partner, verb:, path:, body: nil)
      uri = URI.join(partner.address, path)
      request = VERBS.fetch(verb).new(uri)
      request.body = JSON.generate(body) if body
      sign(request, partner.send_key, verb:, path:, body: request.body.to_s)
      read(uri, request)
    rescue SystemCallError, SocketError, IOError, Timeout::Error, OpenSSL::SSL::SSLError,
      Net::ProtocolError, Net::HTTPBadResponse => e
      raise Failed, "#{e.class}: #{e.message}"
    end

    private

    def sign(request, key, **signed)
      signed_at = Time.now.to_i
      digest = OpenSSL::Digest::SHA256.hexdigest(key)
      request["content-type"] = "application/json"
      request["authorization"] = "Bearer #{key}"
      request["x-signed-at"] = signed_at.to_s
      request["x-signature"] = Core::Exchange::Signature.of(
        digest:, at: signed_at, **signed
      )
    end

    def read(uri, request)
      settings = { use_ssl: uri.scheme == "https", open_timeout: OPEN_SECONDS,
                   read_timeout: READ_SECONDS, max_retries: 0 }
      Net::HTTP.start(uri.host, uri.port, **settings) do |http|
        http.request(request) { |answer| return parsed(answer) }
      end
    end

    def parsed(answer)
      bytes = +""
      answer.read_body do |part|
        bytes << part
        raise Failed, "The answer is too long." if bytes.bytesize > MOST_BYTES
      end
      raise Failed, "It answered #{answer.code}." unless answer.is_a?(Net::HTTPOK)

      JSON.parse(bytes, symbolize_names: true)
    rescue JSON::ParserError
      raise Failed, "Its answer is not JSON."
    end
  end
end
