# frozen_string_literal: true

module Api
  module Routes
    # Who is signed in, on which devices, and whether the server is well.
    class People < Base
      # Alive: this process answers. What it needs is asked by /api/readiness.
      get("/api/health") { json(ok: true) }

      get("/api/readiness") do
        readiness = Acts::CheckReadiness.call(store:, files: env.fetch("voucher.files"),
          now: Time.now)
        status(readiness[:ready] ? 200 : 503)
        json(readiness)
      end

      put("/api/me/reading") { json(Acts::ChooseReading.call(context(member!), sent:)) }

      # The password is asked for once more: nothing of this can be taken back.
      post("/api/me/forget") do
        member = member!
        check_password
        Acts::BeForgotten.call(context(member))
        env["rodauth"].logout
        json({})
      end

      # Told to its own member alone, so that what waits on a shared device opens for nobody else.
      get("/api/me/seal") do
        key = OpenSSL::HMAC.digest("SHA256", config.authenticator_secret, "seal #{member!.id}")
        json(key: [key].pack("m0"))
      end

      post("/api/me/confirmation") do
        member!
        check_password
        env["rack.session"][CONFIRMED_AT] = Time.now.to_i
        json({})
      end

      get("/api/session") do
        json(
          csrf_token: Rack::Protection::AuthenticityToken.token(env["rack.session"]),
          member: member&.slice(:id, :name, :role, :units, :dates),
          second_factor: second_factor,
          programme: {
            **store.programme.find.slice(:name, :contact),
            tag_example: store.custody.example
          }
        )
      end

      get("/api/me/sessions") { json(sessions: sessions) }

      delete("/api/me/sessions/:number") do
        Acts::OwnSessions.end_one(
          store:,
          member: member!,
          number:,
          **device
        )
        json(sessions: sessions)
      end

      get("/api/me/second-factor") { json(store.security.second_factor(member!.account_id)) }

      # The code that a phone scans, for the secret that /auth/otp-setup gave.
      post("/api/me/second-factor/picture") do
        json(svg: Acts::DrawSecondFactor.call(context(member!), secret: sent[:secret]))
      end

      get("/api/security-events") do
        coordinator!
        page = store.security.page(kind: parameters[:kind], before: parameters[:before]&.to_i)
        json(page)
      end

      delete("/api/members/:id/second-factor") do
        Acts::DropSecondFactor.call(store:, by: coordinator!, id: parameters[:id], **device)
        json({})
      end

      helpers do
        # none: not set up;  needed: this coordinator must set one up first;  asked: its code is
        #       still to be given;  given
        def second_factor
          rodauth = env["rodauth"]
          return "none" unless rodauth.logged_in?
          return second_factor_waits?(rodauth) ? "asked" : "given" if rodauth.otp_exists?

          lacks_second_factor? ? "needed" : "none"
        end

        # Raises Core::InvalidInput.
        def check_password
          rodauth = env["rodauth"]
          rodauth.account_from_session
          return if rodauth.password_match?(sent[:password])

          Auth::Events.note(rodauth, "password_not_confirmed")
          raise Core::InvalidInput.at("password", :wrong_password, "That is not your password.")
        end

        def sessions
          ids =
            env["rodauth"].session["active_session_id"].then do |id|
              id ? env["rodauth"].compute_hmacs(id) : []
            end
          Acts::OwnSessions
            .list(store:, member: member!, current: Array(ids))
        end

        def device = Auth::Events.device(env["rodauth"])
      end
    end
  end
end
