# frozen_string_literal: true

require "argon2"
require "roda"

module Api
  # Signing in and out, passwords, second factors, sessions: everything under /auth, by the
  # authentication library. What is ours about it stands in the files of api/auth/, one per subject.
  module Auth
    SUBJECTS = [Basics, Passwords, Lockout, Sessions, Letters, SecondFactor, Events].freeze
    FEATURES = %i[json login logout change_password change_password_notify reset_password
      reset_password_notify lockout active_sessions argon2 disallow_common_passwords
      verify_login_change otp recovery_codes internal_request].freeze
    RESET_ANSWER = "If this address has an account, a letter is on its way."
    RESET_PATH = "/auth/reset-password-request"

    # Builds the middleware; ask_for_reset is called with an e-mail address, whether it is known or
    # not.
    def self.build(store:, config:, send_letter:, ask_for_reset:)
      setup = Given.new(store:, config:, send_letter:)
      Class.new(Roda) do
        plugin :middleware
        plugin :json_parser, content_type_regexp: %r{\Aapplication/json\b}i
        plugin :rodauth, json: :only do
          enable(*FEATURES)
          SUBJECTS.each { |subject| subject.set_up(self, setup) }
        end
        route do |r|
          env["rodauth"] = rodauth
          r.on("auth") do
            rodauth.check_active_session unless r.path == "/auth/login"
            if r.path == RESET_PATH
              ask_for_reset.call(r.params["email"].to_s)
              response["content-type"] = Refusal::JSON_TYPE
              next JSON.generate(message: RESET_ANSWER)
            end

            r.rodauth
          end
        end
      end
    end

    # Queues the letter for who has this address; nobody hears whether there is one.
    def self.reset(auth, email)
      auth.rodauth.reset_password_request(login: email)
    rescue Rodauth::InternalRequestError
      nil
    end

    # What each subject is handed.
    Given = Struct.new(:store, :config, :send_letter, keyword_init: true)

    # Takes as long as checking a real password: who has no account waits as long as who has one.
    def self.spend_as_long(auth)
      @decoy ||= Argon2::Password.new(auth.send(:password_hash_cost)).create(SecureRandom.hex)
      Argon2::Password.verify_password(auth.param_or_nil(auth.password_param).to_s, @decoy)
    end

    REFUSED = "E-mail or password"

    # The library's answer in our one shape.
    def self.answer(hash)
      hash = hash.transform_keys(&:to_s)
      error = hash["error"]
      if error.nil?
        return (
          {
            message: hash["success"] || "Done.",
            **hash.slice("otp_secret", "otp_raw_secret", "codes").transform_keys(&:to_sym)
          }
        )
      end

      field, sentence = hash["field-error"]
      # Which of the two was wrong is nobody's business, nor whether there is such an account.
      code = error.start_with?(REFUSED) ? "not_signed_in" : hash["reason"] || "not_accepted"
      field = nil if code == "not_signed_in"
      {
        code:,
        message: [error, field && "#{field.tr('_', ' ')} #{sentence}"].compact.join(": "),
        fields: field ? { field => sentence } : {},
        details: hash.slice("otp_secret", "otp_raw_secret")
      }
    end
  end
end
