# frozen_string_literal: true

module Api
  module Routes
    # The Deck on several devices of one boat. The link is the key: no account, no exact places.
    class Crew < Base
      post("/api/trips/:id/crew") do
        json(
          crew_key:
            Acts::ShareDeck.open(store:, member: member!, trip_id: parameters[:id], now: Time.now)
        )
      end

      # At the address at which this page was reached: that is where the crew's phone finds us too.
      get("/api/trips/:id/crew.svg") do
        key = Acts::ShareDeck.open(store:, member: member!, trip_id: parameters[:id], now: Time.now)
        content_type "image/svg+xml"
        Acts::DrawCrewCode.call(link: "#{request.base_url}/crew/#{key}")
      end

      get("/api/crew/:key/card") { json(card: Acts::ShareDeck.card(store:, key: parameters[:key])) }

      post("/api/crew/:key") do
        now = Time.now
        fish =
          Acts::ShareDeck.sync(
            store:,
            key: parameters[:key],
            device: sent[:device],
            fish: sent[:fish],
            now:
          )
        json(now:, fish:)
      end

      get("/api/instruments") do
        member!
        json(env.fetch("voucher.instruments").now)
      end

      post("/api/instruments/tare") do
        member!
        tared = env.fetch("voucher.instruments").tare
        unless tared
          refuse(
            409,
            code: :no_scale,
            message:
              Core::Text.of("api.crew.the_scale_does_not_answer")
          )
        end
        json(tared:)
      end
    end
  end
end
