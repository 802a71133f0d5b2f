# frozen_string_literal: true

module Api
  module Routes
    # Programmes to which reports of their tags go, and the way in for those that send us ours.
    class Partners < Base
      get("/api/partners") { coordinator! && json(partners:) }

      post("/api/partners") do
        fresh!
        Acts::KeepPartners.add(context(coordinator!), sent)
        json(partners:)
      end

      delete("/api/partners/:number") do
        Acts::KeepPartners.finish(context(coordinator!), id: number)
        json(partners:)
      end

      put("/api/handed-in/:id") do
        answer = Acts::TakeIn.call(
          context, key: sender, id: parameters[:id], sent: { caught_on: nil, **sent },
          route: coast.route
        )
        json(answer.to_h)
      end

      get("/api/handed-in/:id") do
        json(Acts::TakeIn.read(store:, key: sender, id: parameters[:id], route: coast.route).to_h)
      end

      helpers do
        def partners = store.partners.all

        # The key that signed this request.
        def sender
          Acts::TakeIn.sender(
            store, ReadingKey.sent(env), now: Time.now, body: signed_body,
            verb: request.request_method, path: request.path, at: request.env["HTTP_X_SIGNED_AT"],
            signature: request.env["HTTP_X_SIGNATURE"]
          ) or refuse(
            401, code: :not_signed, message: "This needs a key for handing in, and its signature."
          )
        end

        def signed_body
          request.body.rewind
          request.body.read
        end
      end
    end
  end
end
