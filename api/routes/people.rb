# frozen_string_literal: true

module Api
  module Routes
    # Who is signed in, and whether the server is well.
    class People < Base
      get("/api/health") { json(ok: store.db.get(1) == 1) }

      get("/api/session") do
        cache_control :no_store
        json(csrf_token: Rack::Protection::AuthenticityToken.token(env["rack.session"]), member: member&.slice(:id, :name, :role, :units))
      end
    end
  end
end
