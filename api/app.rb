# frozen_string_literal: true

require "rack"
require "rack/session"

module Api
  # The whole server as one Rack application, its parts handed in.
  module App
    ROUTES = [Routes::People, Routes::Ready, Routes::Deck, Routes::Crew, Routes::Dockside, Routes::Finds, Routes::Desk, Routes::Office].freeze

    # config: Config; db: Sequel::Database; carrier: #deliver(letter); files: Devices::FileStorage; coast: GeoJSON features; route: Core::Waters::Route;
    # gauge: #read(spot_code); instruments: Devices::Instruments
    def self.build(config:, db:, carrier:, files:, coast:, route:, gauge:, instruments:, contract: Contract.load)
      store = Store::Gateway.new(db)
      hand_over_jobs(store:, carrier:, files:, base_url: config.base_url)
      Limits.set_up(enabled: config.limits)
      send_letter = ->(recipient:, subject:, body:) { Acts::WriteLetter.queue(store:, kind: "password", recipient:, subject:, body:) }
      auth = Auth.build(store:, config:, send_letter:)
      Rack::Builder.new do
        use Rack::Deflater, include: %w[application/json application/geo+json text/plain], sync: false
        use Rack::Attack
        use Spa
        use Rack::Session::Cookie, key: "voucher.session", secrets: [config.session_secret], httponly: true, same_site: :lax,
                                   secure: config.base_url.start_with?("https:"), expire_after: 30 * 86_400
        use Csrf::Origin
        use Csrf::Token
        use Guard, contract
        use auth
        run Routing.new(store:, config:, files:, coast:, route:, gauge:, instruments:)
      end.to_app
    end

    # What the jobs of this process work with; they are made by the queue, with their arguments alone.
    def self.hand_over_jobs(store:, carrier:, files:, base_url:)
      Que.connection = store.db
      Acts::LetterJob.store = store
      Acts::LetterJob.carrier = carrier
      Acts::LetterJob.base_url = base_url
      Acts::SizeJob.store = store
      Acts::SizeJob.files = files
    end

    # Hands the request to the route file that knows it; the contract has already said that one does.
    class Routing
      def initialize(store:, config:, files:, coast:, route:, gauge:, instruments:)
        @own = { "voucher.store" => store, "voucher.config" => config, "voucher.files" => files, "voucher.coast" => coast, "voucher.route" => route,
                 "voucher.gauge" => gauge, "voucher.instruments" => instruments }
        @routes = ROUTES.reverse.reduce(nil) { |after, routes| routes.new(after) }
      end

      def call(env)
        Store::Actor.is(Store::Actor::VISITOR)
        @routes.call(env.merge!(@own))
      ensure
        Store::Actor.is(nil)
      end
    end
  end
end
