# frozen_string_literal: true

require "rack"
require "rack/session"

module Api
  # The whole server as one Rack application, its parts handed in.
  module App
    ROUTES = [
      Routes::Front, Routes::People, Routes::Ready, Routes::Deck, Routes::Crew, Routes::Pictures,
      Routes::Dockside, Routes::Finds, Routes::Desk, Routes::Office, Routes::Water,
      Routes::Exchange, Routes::Partners, Routes::Imports, Routes::Practice, Routes::Door
    ].freeze
    SESSION_SECONDS = 60 * 86_400

    # config: Config;  store: Store::Gateway;  files, pictures: as Acts::Album takes them;
    #         coast: Acts::Coast
    # front: Acts::FrontDoor;  papers: Acts::KeptPapers;  gauge: #read(spot_code)
    # instruments: Devices::Instruments;
    #         counters: as Limits takes them;  metrics: Metrics
    Parts =
      Struct.new(
        :config, :store, :files, :pictures, :coast, :front, :papers, :gauge, :instruments,
        :counters, :metrics, keyword_init: true
      )

    def self.build(parts, contract: Contract.load)
      config = parts.config
      Limits.set_up(enabled: config.limits, counters: parts.counters)
      auth = self.auth(parts)
      Rack::Builder.new do
        use ClientAddress, config.trusted_proxies
        use AccessLog, parts.metrics, quiet: config.mode == "test"
        use Headers, secure: config.secure?
        use Rack::Deflater,
          include: %w[application/json application/geo+json text/plain],
          sync: false
        use LastResort
        use Unavailable::Middleware, parts.store
        use Rack::Attack
        use Metrics::Page, parts.metrics, parts.store, config.metrics_token
        use SecurityText, parts.store, config.base_url
        use Spa
        use Rack::Session::Cookie,
          key: "voucher.session",
          secrets: config.session_secrets,
          httponly: true,
          same_site: :lax,
          secure: config.secure?,
          expire_after: SESSION_SECONDS
        use Csrf::Origin
        use Csrf::Token, allow_if: Csrf::SIGNED
        use Guard, contract
        use Heavy, parts.counters, counted: config.limits, socket: config.heavy_socket
        use auth
        run Routing.new(parts)
      end.to_app
    end

    # Also what a job asks for a letter with a link for a new password.
    def self.auth(parts)
      store = parts.store
      Auth.build(
        store:,
        config: parts.config,
        ask_for_reset: ->(email) { Acts::ResetJob.enqueue(email) },
        send_letter:
          lambda do |recipient:, subject:, body:|
            Acts::WriteLetter.queue(store:, kind: "password", recipient:, subject:, body:)
          end
      )
    end

    # Hands the request to the route file that knows it; the contract has already said that one
    # does.
    class Routing
      def initialize(parts)
        @own = parts.to_h.transform_keys { |name| "voucher.#{name}" }
        @has_standby = !parts.config.read_url.nil?
        @routes = ROUTES.reverse.reduce(nil) { |after, routes| routes.new(after) }
      end

      def call(env)
        Store::Actor.is(Store::Actor::VISITOR)
        env["rack.session"][Base::WROTE_AT] = Time.now.to_i unless env["REQUEST_METHOD"] == "GET" ||
          !@has_standby
        @routes.call(env.merge!(@own))
      ensure
        Store::Actor.is(nil)
      end
    end
  end
end
