# frozen_string_literal: true

require "sinatra/base"

module Api
  # What every route file shares: who is asking, checked values in, JSON out, errors in one shape.
  class Base < Sinatra::Base
    STATUS = {
      Core::InvalidInput => 422,
      Core::NotFound => 404,
      Core::Conflict => 409,
      Core::Forbidden => 403
    }.freeze

    set :sessions, false
    set :static, false
    set :show_exceptions, false
    set :raise_errors, false
    set :dump_errors, false
    set :protection, false # done by the middleware in front, once for /auth and /api
    set :host_authorization, { permitted_hosts: [] }
    disable :method_override
    set :logger, Logger.new($stderr)

    BUG =
      Core::Text.of("api.base.something_went_wrong_on_our")
    MEMBER = "voucher.member"
    LACKS_SECOND_FACTOR = "voucher.lacks_second_factor"
    # When the password was last given, in the session, and for how long that counts.
    CONFIRMED_AT = "confirmed_at"
    CONFIRMED_SECONDS = 600
    PUBLIC_SECONDS = 30
    # When this browser last changed something, in the session.
    WROTE_AT = "wrote_at"
    SIGNED_OUT = "You are signed out. Sign in again. What you typed is saved."
    STATUS.each do |error, status_code|
      error(error) do
        refusal = env["sinatra.error"]
        refuse(
          status_code, code: refusal.code, message: refusal.message, fields: refusal.fields,
          details: refusal.details
        )
      end
    end

    error(Sinatra::BadRequest) do
      refuse(
        400,
        code: :unreadable_address,
        message: "The address contains parameters that cannot be read."
      )
    end

    # A bug: the person gets a number to tell us, the log gets everything.
    error(StandardError) do
      bug = env["sinatra.error"]
      raise bug if Unavailable.is?(bug)

      refuse(500, code: :internal, message: format(BUG, id: note_bug(bug)))
    end

    # The contract says who may ask at all; each act asks whose things they are.
    before do
      coordinator! if env["voucher.role"] == "coordinator"
      fresh! if env["voucher.fresh"]
    end

    helpers EncounterBody
    helpers do
      def store = env.fetch("voucher.store")
      # What an act needs to know of the request.
      def context(member = nil) = Acts::Context.new(store:, member:, now: Time.now)
      # The day where the programme is.
      def today = store.programme.day(Time.now)
      def config = env.fetch("voucher.config")
      def coast = env.fetch("voucher.coast")

      def album
        Acts::Album.new(
          store:, files: env.fetch("voucher.files"), pictures: env.fetch("voucher.pictures")
        )
      end

      def sent = env.fetch("voucher.body")
      def parameters = env.fetch("voucher.params")

      # A number of the address, also one with noughts before it.
      def number(name = :number) = Integer(parameters[name].to_s, 10)

      def json(value)
        content_type :json
        Answer.text(value)
      end

      def refuse(status_code, code:, message:, fields: {}, details: {})
        content_type :json
        halt status_code, Refusal.body(code:, message:, fields:, details:)
      end

      # What only reads may be answered by the standby; not for who has just written something and
      # wants to see it.
      def reading(&)
        wrote_at = env["rack.session"][WROTE_AT].to_i
        Time.now.to_i - wrote_at <= Store::Standby::MOST_LAG_SECONDS ? yield : store.reading(&)
      end

      # Writes a bug into the log; returns the number it is found by there.
      def note_bug(bug)
        Bug.note(bug, logger: settings.logger, request_id: env[ClientAddress::REQUEST_ID])
      end

      # What an act that goes on after a bug does with it; raises what passes by itself.
      def bug = ->(error) { Unavailable.is?(error) ? raise(error) : note_bug(error) }

      # The signed-in member, or nil. With a second factor set up, signed in means that its code was
      # entered. Looked up once a request, which passes several route files.
      def member
        env.fetch(MEMBER) { env[MEMBER] = found_member }
      end

      def found_member
        rodauth = env["rodauth"]
        rodauth.check_active_session if rodauth.logged_in?
        whole = rodauth.logged_in? && !second_factor_waits?(rodauth)
        rights = whole ? rights_of(store.members.by_account(rodauth.session_value)) : reader
        Store::Actor.member(rights) if rights
        rights
      end

      # The one place that decides what a session may do. A coordinator without the second factor
      # that this programme requires has a tagger's rights, whoever asks for them and where.
      def rights_of(person)
        env[LACKS_SECOND_FACTOR] =
          person&.coordinator? && config.second_factor == "required" && !env["rodauth"].otp_exists?
        env[LACKS_SECOND_FACTOR] ? person.with(role: "tagger") : person
      end

      def lacks_second_factor? = member && env[LACKS_SECOND_FACTOR]

      # Who reads with a program's key: where the contract lets keys in, the guard has looked.
      def reader
        key = ReadingKey.sent(env) if env["voucher.for_keys"]
        key && Acts::KeepReadingKeys.reader(store, key, now: Time.now)
      end

      def second_factor_waits?(rodauth) = rodauth.otp_exists? && !rodauth.two_factor_authenticated?

      def coordinator!
        return member if member!.coordinator?

        if lacks_second_factor?
          refuse(
            403,
            code: :second_factor_needed,
            message:
              "Coordinators sign in with a second factor. Set it up on the page You first."
          )
        end
        refuse(
          403,
          code: :coordinators_only,
          message: "Only coordinators can do this. Ask one of them."
        )
      end

      # For acts that a session left open must not do.
      def fresh!
        return if Time.now.to_i - env["rack.session"][CONFIRMED_AT].to_i <= CONFIRMED_SECONDS

        refuse(
          403,
          code: :confirm_first,
          message: "Enter your password again for this. What you typed is saved."
        )
      end

      def send_pdf(bytes, name)
        content_type "application/pdf"
        headers "content-disposition" => %(inline; filename="#{name}")
        bytes
      end

      # Anybody's cache may keep it for a moment: it holds nobody's cookie, and what is withdrawn is
      # gone from it as soon.
      def for_everybody
        env["rack.session.options"][:skip] = true
        cache_control :public, max_age: PUBLIC_SECONDS
      end

      def send_csv(text, name)
        content_type "text/csv", charset: "utf-8"
        headers "content-disposition" => %(attachment; filename="#{name}")
        text
      end

      def member!
        return member if member

        asked = env["rodauth"].logged_in?
        refuse(
          401,
          code: asked ? :second_factor_asked : :signed_out,
          message:
            (
              if asked
                "Enter the code of your second factor first. What you typed is saved."
              else
                SIGNED_OUT
              end
            )
        )
      end
    end
  end
end
