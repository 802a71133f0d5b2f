# frozen_string_literal: true

module Api
  # The one shape of every error that leaves the server.
  module Refusal
    JSON_TYPE = "application/json"

    module_function

    def body(code:, message:, fields: {}, details: {})
      JSON.generate({ code:, message:, fields:, details: })
    end

    # The same as a whole Rack answer, for middleware. told: as .body takes it
    def rack(status, headers: {}, **extras)
      [status, { "content-type" => JSON_TYPE, **headers }, [body(**extras)]]
    end
  end
end
