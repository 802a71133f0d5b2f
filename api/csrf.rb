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
          "This page is too old for the server, or it was opened from elsewhere. What you typed " \
          "is kept; try again."
      )
    end

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
