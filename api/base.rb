# frozen_string_literal: true

require "sinatra/base"

module Api
  # What every route file shares: who is asking, checked values in, JSON out, errors in one shape.
  class Base < Sinatra::Base
    STATUS = { Core::InvalidInput => 422, Core::NotFound => 404, Core::Conflict => 409, Core::Forbidden => 403 }.freeze

    set :sessions, false
    set :static, false
    set :show_exceptions, false
    set :raise_errors, false
    set :dump_errors, false
    set :protection, false # done by the middleware in front, once for /auth and /api
    set :host_authorization, { permitted_hosts: [] }
    disable :method_override
    set :logger, Logger.new($stderr)

    STATUS.each do |error, status_code|
      error(error) do
        refusal = env["sinatra.error"]
        refuse(status_code, code: refusal.code, message: refusal.message, fields: refusal.fields, details: refusal.details)
      end
    end

    # A bug: the person gets a number to tell us, the log gets everything.
    error(StandardError) do
      id = SecureRandom.hex(4)
      bug = env["sinatra.error"]
      settings.logger.error("[#{id}] #{bug.class}: #{bug.message}\n  #{bug.backtrace&.first(15)&.join("\n  ")}")
      refuse(500, code: :internal, message: "Something went wrong on our side; nothing was changed. Tell the coordinator this number: #{id}.")
    end

    helpers do
      def store = env.fetch("voucher.store")
      def config = env.fetch("voucher.config")
      def sent = env.fetch("voucher.body")
      def given = env.fetch("voucher.params")

      def json(value)
        content_type :json
        JSON.generate(value)
      end

      def refuse(status_code, code:, message:, fields: {}, details: {})
        content_type :json
        halt status_code, Refusal.body(code:, message:, fields:, details:)
      end

      # The signed-in member, or nil.
      def member
        return @member if defined?(@member)

        rodauth = env["rodauth"]
        rodauth.check_active_session if rodauth.logged_in?
        @member = rodauth.logged_in? ? store.members.by_account(rodauth.session_value) : nil
        Store::Actor.member(@member) if @member
        @member
      end

      def coordinator!
        return member! if member![:role] == "coordinator"

        refuse(403, code: :coordinators_only, message: "Only coordinators can do this. Ask one of them.")
      end

      def send_pdf(bytes, name)
        content_type "application/pdf"
        headers "content-disposition" => %(inline; filename="#{name}")
        bytes
      end

      def send_csv(text, name)
        content_type "text/csv", charset: "utf-8"
        headers "content-disposition" => %(attachment; filename="#{name}")
        text
      end

      def member!
        member || refuse(401, code: :signed_out, message: "You are signed out. Sign in again; what you typed is kept.")
      end
    end
  end
end
