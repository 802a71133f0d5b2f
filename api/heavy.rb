# frozen_string_literal: true

module Api
  # Answers that take long, as the contract marks them: one at a time in each process of those for
  # members and one of those that need no account, with few waiting, so that the other threads stay
  # free for everybody else; and so many a minute for each person. Who would have to wait longer is
  # told to come again.
  class Heavy
    # For one member, or one address without a sign-in.
    MOST_A_MINUTE = 12

    # One answer at a time.
    class Gate
      # Ruby gives a thread of this priority an eighth of the time at a stretch, so that the others
      # of the process hardly wait for it.
      PRIORITY = -3

      # most: working or waiting
      def initialize(most)
        @most = most
        @alone = Mutex.new
        @lock = Mutex.new
        @here = 0
      end

      # nil where too many are here already.
      def pass(&)
        return nil unless @lock.synchronize { @here < @most && (@here += 1) }

        begin
          @alone.synchronize { yielding(&) }
        ensure
          @lock.synchronize { @here -= 1 }
        end
      end

      private

      def yielding
        before = Thread.current.priority
        Thread.current.priority = PRIORITY
        yield
      ensure
        Thread.current.priority = before
      end
    end

    # counters: as Limits takes them;  counted: whether so many a minute are counted
    # socket: of the process that works them out, nil where this one does
    def initialize(app, counters, counted: true, socket: nil)
      @app = app
      @socket = socket
      @counters = counters
      @counted = counted
      # Together fewer than a process has threads.
      @gates = { members: Gate.new(2), everybody: Gate.new(2) }
    end

    def call(env)
      return @app.call(env) unless heavy?(env)

      member = env["rack.session"]["account_id"]
      if @counted && often?(member || Limits.network(env.fetch(ClientAddress::ADDRESS)))
        return refuse(429, :too_many, "Too many requests. Try again in a minute.", 60)
      end

      @gates.fetch(env["voucher.open"] ? :everybody : :members).pass { answer(env) } ||
        refuse(503, :busy,
          "Other long calculations are running. Nothing is lost. Try again in a few seconds.", 5)
    end

    private

    # A number with gaps may be any of thousands.
    def heavy?(env)
      return env["voucher.heavy"] unless env["voucher.heavy"] == "unreadable"

      sent = env["voucher.body"]
      [sent, sent[:report]].compact
        .any? { |report| [report[:number_as_read], *report[:more_numbers]].join.match?(/[?*]/) }
    end

    def answer(env) = (@socket && HandedOver.call(env, @socket)) || @app.call(env)

    def often?(client)
      @counters.increment("heavy:#{client}", 1, expires_in: 60) > MOST_A_MINUTE
    end

    def refuse(status, code, message, wait)
      Refusal.rack(status, code:, message:, headers: { "retry-after" => wait.to_s })
    end
  end
end
