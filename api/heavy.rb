# frozen_string_literal: true

module Api
  # Answers that take long, as the contract marks them: one at a time in each process, with few
  # waiting, so that the other threads stay free for everybody else; and so many a minute for each
  # person. Who has to wait longer is told to come again.
  class Heavy
    WAITING = 2
    # For one member, or one address without a sign-in.
    MOST_A_MINUTE = 12

    # counters: as Limits takes them
    def initialize(app, counters, enabled: true)
      @app = app
      @counters = counters
      @enabled = enabled
      @one = Mutex.new
      @lock = Mutex.new
      @here = 0
    end

    def call(env)
      return @app.call(env) unless @enabled && env["voucher.heavy"]
      return refuse(429, :too_many, "That was too often. Try again in a minute.", 60) if often?(env)

      alone { @app.call(env) } ||
        refuse(503, :busy, "Other long answers are worked out just now. Nothing is lost; try " \
          "again in a few seconds.", 5)
    end

    private

    def often?(env)
      who = env["rack.session"]["account_id"] || Limits.network(env.fetch(ClientAddress::ADDRESS))
      @counters.increment("heavy:#{who}", 1, expires_in: 60) > MOST_A_MINUTE
    end

    # nil where too many are here already.
    def alone(&)
      return nil unless @lock.synchronize { @here <= WAITING && (@here += 1) }

      begin
        @one.synchronize(&)
      ensure
        @lock.synchronize { @here -= 1 }
      end
    end

    def refuse(status, code, message, wait)
      Refusal.rack(status, code:, message:, headers: { "retry-after" => wait.to_s })
    end
  end
end
