# frozen_string_literal: true

module Api
  module Routes
    # Pages that the server writes itself, open to everybody: the front page, a page a species, the
    # feed of what came back, the calendar of open meets. Who is signed in goes on to Ready.
    class Front < Base
      get("/") do
        redirect "/ready" if env["rack.session"]["account_id"]

        page("front", "text/html;charset=utf-8", &:front)
      end

      get("/species/:code") do |code|
        page("species #{code}", "text/html;charset=utf-8") { |printed| printed.species(code) }
      end

      get("/returns.atom") { page("feed", "application/atom+xml;charset=utf-8", &:feed) }

      get("/meets.ics") { page("meets", "text/calendar;charset=utf-8", &:meets) }

      error(Core::NotFound) do
        content_type "text/plain", charset: "utf-8"
        halt 404, "#{env['sinatra.error'].message}\n"
      end

      helpers do
        # key: what it is kept under;  the block makes its text of an Acts::PrintFront
        def page(key, type)
          for_everybody
          text = env.fetch("voucher.front").fetch(key) do
            reading { yield Acts::PrintFront.new(store:, coast:, base_url: config.base_url) }
          end
          content_type type
          headers Spa::HEADERS
          etag Digest::SHA256.hexdigest(text)[0, 24]
          text
        end
      end
    end
  end
end
