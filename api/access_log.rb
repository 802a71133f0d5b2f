# frozen_string_literal: true

module Api
  # One line for each request, in words or, with LOG_FORMAT=json, as JSON, and its figures for the
  # operators. Keys in addresses are not written down.
  class AccessLog
    SECRET_PATHS = %r{\A/api/(stories|crew|reports|calendars)/[^/]+}
    JSON_LINES = ENV["LOG_FORMAT"] == "json"
    LOGGER = Logger.new($stdout, progname: "access").tap do |logger|
      logger.formatter = lambda do |_severity, time, _name, line|
        written_at = time.utc.iso8601(3)
        JSON_LINES ? %({"at":"#{written_at}",#{line[1..]}\n) : "#{written_at} #{line}\n"
      end
    end

    # quiet: figures only, for tests
    def initialize(app, metrics, quiet: false)
      @app = app
      @quiet = quiet
      @metrics = metrics
    end

    def call(env)
      began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      status, headers, body = @app.call(env)
      [status, headers, body]
    ensure
      note(env, status || 500, Process.clock_gettime(Process::CLOCK_MONOTONIC) - began)
    end

    private

    # A disk without room costs a figure, not an answer.
    def count(status, seconds)
      @metrics.request(status:, seconds:)
    rescue SystemCallError, IOError
      nil
    end

    def note(env, status, seconds)
      path = env["PATH_INFO"].to_s
      return unless path.start_with?("/api/", "/auth/")

      count(status, seconds)
      return if @quiet

      shown = path.sub(SECRET_PATHS, '/api/\1/…')[0, 120].scrub("?").gsub(/[[:cntrl:]\s]/, "?")
      line = { request: env[ClientAddress::REQUEST_ID], address: env[ClientAddress::ADDRESS],
               method: env["REQUEST_METHOD"], path: shown, status:, ms: (seconds * 1000).round }
      LOGGER.info(JSON_LINES ? JSON.generate(line) : "#{line.values.join(' ')}ms")
    end
  end
end
