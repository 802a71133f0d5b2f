# frozen_string_literal: true

module Api
  # What is not the program's fault and passes: the database is down, or a disk is full. One answer
  # from whichever layer meets it; nothing was stored, and what sends again later is right.
  module Unavailable
    DISK = [Errno::ENOSPC, Errno::EDQUOT].freeze
    RETRY_SECONDS = 5

    module_function

    # Whether an error is of that kind.
    def is?(error) = disk?(error) || error.is_a?(Errno::EBUSY) || Store::Outage.is?(error)

    def disk?(error) = DISK.any? { |kind| error.is_a?(kind) }

    # { code:, message: } of it.
    def reason(error)
      if disk?(error)
        return (
          {
            code: :no_room,
            message:
              Core::Text.of("api.unavailable.the_server_has_no_room")
          }
        )
      end

      if error.is_a?(Errno::EBUSY)
        return (
          {
            code: :busy,
            message:
              Core::Text.of("api.unavailable.the_server_is_too_busy")
          }
        )
      end

      {
        code: :database_down,
        message:
          Core::Text.of("api.unavailable.the_server_cannot_reach_its")
      }
    end

    def rack(error)
      Refusal.rack(503, headers: { "retry-after" => RETRY_SECONDS.to_s }, **reason(error))
    end

    # Catches it from whatever lies behind. After a restart of the database every old connection is
    # dead, so all of them are let go at once, and who only reads is asked once more on a fresh one.
    class Middleware
      def initialize(app, store)
        @app = app
        @store = store
      end

      def call(env)
        @app.call(env)
      rescue StandardError => e
        raise unless Unavailable.is?(e)

        stale = Store::Outage.stale_connection?(e)
        @store.forget_connections if stale
        stale && env["REQUEST_METHOD"] == "GET" ? once_more(env) : Unavailable.rack(e)
      end

      private

      def once_more(env)
        @app.call(env)
      rescue StandardError => e
        raise unless Unavailable.is?(e)

        Unavailable.rack(e)
      end
    end
  end
end
