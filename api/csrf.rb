# frozen_string_literal: true

require "rack/protection"

module Api
  # The library's two guards against forged requests, answering in our error shape.
  module Csrf
    def self.refusal
      Refusal.rack(
        403,
        code: :stale_page,
        message:
          Core::Text.of("api.csrf.this_page_is_too_old")
      )
    end

    # Another programme's request carries its own signature and uses no cookie.
    SIGNED = lambda { |env|
      env["PATH_INFO"].start_with?("/api/handed-in/") && !ReadingKey.sent(env).nil?
    }

    # State-changing requests need the token that GET /api/session gives.
    class Token < Rack::Protection::AuthenticityToken
      def default_reaction(_env) = Csrf.refusal
    end

    # ... and must come from our own pages.
    class Origin < Rack::Protection::HttpOrigin
      def default_reaction(_env) = Csrf.refusal
    end
  end
end
