# frozen_string_literal: true

module Api
  # A bug outside the routes still ends in our form, with a number that is found in the log.
  class LastResort
    def initialize(app) = @app = app

    def call(env)
      @app.call(env)
    rescue StandardError => e
      id = SecureRandom.hex(4)
      where = e.backtrace&.first(15)&.join("\n  ")
      Base.settings.logger.error(
        "[#{id}] request #{env[ClientAddress::REQUEST_ID]} #{e.class}: #{e.message}\n  #{where}"
      )
      Refusal.rack(500, code: :internal, message: format(Base::BUG, id:))
    end
  end
end
