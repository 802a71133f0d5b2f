# frozen_string_literal: true

module Api
  # What every answer says to the browser, whichever layer made it.
  class Headers
    # An answer of the API is no page: nothing in it may run or be framed.
    CLOSED_CSP =
      "default-src 'none'; frame-ancestors 'none'; base-uri 'none'; form-action 'none'; sandbox"
    ALL = {
      "x-content-type-options" => "nosniff",
      "referrer-policy" => "same-origin",
      "cross-origin-opener-policy" => "same-origin",
      "cross-origin-resource-policy" => "same-origin",
      "x-frame-options" => "DENY",
      "permissions-policy" => "camera=(self), geolocation=(self), microphone=()"
    }.freeze
    # Behind TLS a browser never asks without it again, for two years.
    HSTS = { "strict-transport-security" => "max-age=63072000; includeSubDomains" }.freeze

    def initialize(app, secure:)
      @app = app
      @always = secure ? ALL.merge(HSTS) : ALL
    end

    def call(env)
      status, headers, body = @app.call(env)
      closed = env["PATH_INFO"].start_with?("/api/", "/auth/", "/metrics")
      defaults =
        closed ? { "content-security-policy" => csp(headers), "cache-control" => "no-store" } : {}
      [status, @always.merge(defaults).merge(headers), body]
    end

    private

    # A PDF is shown by the browser's own reader, which a sandbox would lock out.
    def csp(headers)
      if headers["content-type"].to_s.start_with?("application/pdf")
        CLOSED_CSP.delete_suffix("; sandbox")
      else
        CLOSED_CSP
      end
    end
  end
end
