# frozen_string_literal: true

require "ipaddr"

module Api
  # Where a request comes from, as far as it can be believed, and the number it is found by in logs.
  #
  # What a proxy says of the visitor counts only from a proxy that settings trust; anything else
  # that claims to be forwarded is struck out, so that nothing behind this can be taken in by it.
  class ClientAddress
    ADDRESS = "voucher.address"
    REQUEST_ID = "voucher.request_id"
    CLAIMS = %w[HTTP_FORWARDED HTTP_X_FORWARDED_FOR HTTP_X_FORWARDED_HOST HTTP_X_FORWARDED_PROTO
      HTTP_X_FORWARDED_PORT HTTP_X_FORWARDED_SCHEME HTTP_X_FORWARDED_SSL HTTP_CLIENT_IP
      HTTP_X_REAL_IP].freeze
    ID_FORM = /\A[A-Za-z0-9-]{8,64}\z/

    def initialize(app, trusted_proxies)
      @app = app
      @trusted = trusted_proxies
    end

    def call(env)
      peer = env["REMOTE_ADDR"].to_s
      through_proxy = trusted?(peer)
      env[ADDRESS] = through_proxy ? visitor(env["HTTP_X_FORWARDED_FOR"].to_s) || peer : peer
      id = env["HTTP_X_REQUEST_ID"] if through_proxy
      env[REQUEST_ID] = id.to_s.match?(ID_FORM) ? id : SecureRandom.hex(8)
      proto = env["HTTP_X_FORWARDED_PROTO"]
      CLAIMS.each { |claim| env.delete(claim) }
      env["HTTP_X_FORWARDED_PROTO"] = proto if through_proxy && %w[http https].include?(proto)
      status, headers, body = @app.call(env)
      [status, headers.merge("x-request-id" => env[REQUEST_ID]), body]
    end

    private

    # The last hop that none of our own proxies made: what stands before it anybody may have
    # written.
    def visitor(chain)
      chain.split(",").map(&:strip).reverse.find { |hop| address(hop) && !trusted?(hop) }
    end

    def trusted?(text)
      client = address(text)
      client && @trusted.any? { |range| range.family == client.family && range.include?(client) }
    end

    def address(text)
      IPAddr.new(text)
    rescue IPAddr::Error
      nil
    end
  end
end
