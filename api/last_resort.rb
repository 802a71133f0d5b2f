# frozen_string_literal: true

module Api
  # A bug outside the routes still ends in our form, with a number that is found in the log.
  class LastResort
    def initialize(app) = @app = app

    def call(env)
      @app.call(env)
    rescue StandardError => e
      id =
        Bug.note(e, logger: Base.settings.logger, request_id: env[ClientAddress::REQUEST_ID])
      Refusal.rack(500, code: :internal, message: format(Base::BUG, id:))
    end
  end
end
