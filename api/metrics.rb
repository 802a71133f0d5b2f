# frozen_string_literal: true

require "prometheus/client"
require "prometheus/client/data_stores/direct_file_store"
require "prometheus/client/formats/text"

module Api
  # Figures for operators: requests, jobs, room, the standby's lag. Several processes share them
  # through files.
  class Metrics
    BUCKETS = [0.01, 0.025, 0.05, 0.1, 0.2, 0.4, 0.8, 2, 5].freeze

    # dir: where the processes of one server keep their share; nil for one process
    def initialize(dir: nil)
      if dir
        Prometheus::Client.config.data_store =
          Prometheus::Client::DataStores::DirectFileStore.new(dir:)
      end
      @registry = Prometheus::Client::Registry.new
      @requests =
        @registry.counter(
          :voucher_requests_total,
          docstring: "Requests answered",
          labels: [:status]
        )
      @seconds =
        @registry.histogram(
          :voucher_request_seconds,
          docstring: "Time to an answer",
          buckets: BUCKETS
        )
    end

    def request(status:, seconds:)
      @requests.increment(labels: { status: status.to_s })
      @seconds.observe(seconds)
    end

    # All of it as text, with what the store knows at this moment: [[name, help, { label => value }
    # or value], ...]
    def text(now_known)
      own = Prometheus::Client::Formats::Text.marshal(@registry)
      lines = now_known.flat_map do |name, help, values|
        ["# HELP #{name} #{help}", "# TYPE #{name} gauge",
          *(values.is_a?(Hash) ? values : { nil => values }).map do |label, value|
            "#{name}#{label && "{#{label}}"} #{value}"
          end]
      end
      "#{own}#{lines.join("\n")}\n"
    end

    # GET /metrics for who brings the token; for anybody else there is no such page.
    class Page
      def initialize(app, metrics, store, token)
        @app = app
        @metrics = metrics
        @store = store
        @token = token
      end

      def call(env)
        return @app.call(env) unless env["PATH_INFO"] == "/metrics" && allowed?(env)

        [
          200,
          { "content-type" => Prometheus::Client::Formats::Text::CONTENT_TYPE },
          [@metrics.text(Acts::TellOperators.figures(store: @store, now: Time.now))]
        ]
      end

      private

      def allowed?(env)
        @token && OpenSSL.secure_compare(env["HTTP_AUTHORIZATION"].to_s, "Bearer #{@token}")
      end
    end
  end
end
