# frozen_string_literal: true

require "roda"

module Api
  # Signing in and out, and the password: everything under /auth, by the authentication library.
  module Auth
    MIN_PASSWORD = 10
    # After this many wrong passwords in a row the account rests for LOCKOUT_MINUTES.
    MAX_FAILURES = 8
    LOCKOUT_MINUTES = 15

    # Builds the middleware; send_letter is called with (recipient:, subject:, body:) inside the transaction.
    def self.build(store:, config:, send_letter:)
      db = store.db
      Class.new(Roda) do
        plugin :middleware
        plugin :json_parser, content_type_regexp: %r{\Aapplication/json\b}i
        plugin :rodauth, json: :only do
          db db
          enable :json, :login, :logout, :change_password, :reset_password, :lockout, :active_sessions, :argon2
          prefix "/auth"
          hmac_secret config.session_secret
          domain URI(config.base_url).host
          base_url config.base_url
          already_logged_in { nil }
          use_database_authentication_functions? false
          account_password_hash_column nil
          require_bcrypt? false
          skip_status_checks? true
          set_deadline_values? true
          login_param "email"
          new_password_param "new_password"
          require_login_confirmation? false
          require_password_confirmation? false
          password_minimum_length MIN_PASSWORD
          password_too_short_message "has to be at least #{MIN_PASSWORD} characters"
          same_as_existing_password_message "is the same as before"
          # Nobody learns from here which addresses have an account.
          no_matching_login_message "E-mail or password is not right"
          invalid_password_message "E-mail or password is not right"
          login_error_flash "E-mail or password is not right. Check both, or ask for a new password by letter."
          login_lockout_error_flash "Too many wrong passwords. Try again in #{LOCKOUT_MINUTES} minutes, or set a new password by letter."
          max_invalid_logins MAX_FAILURES
          account_lockouts_deadline_interval(minutes: LOCKOUT_MINUTES)
          unlock_account_email_body { "" }
          send_unlock_account_email { nil }
          change_password_error_flash "The password was not changed"
          reset_password_error_flash "The new password was not set"
          no_matching_reset_password_key_error_flash "This link is used up or too old. Ask for a new letter."
          reset_password_email_subject "Set a new password"
          reset_password_email_link { "#{config.base_url}/new-password?key=#{token_param_value(reset_password_key_value)}" }
          reset_password_email_body do
            "Somebody, probably you, asked for a new password.\n\nSet it here within a day:\n#{reset_password_email_link}\n\n" \
              "If it was not you, do nothing; the old password stays.\n"
          end
          create_email { |subject, body| { recipient: email_to, subject:, body: } }
          send_email { |letter| send_letter.call(**letter) }
          # The same answer whether the account exists or not.
          reset_password_request_error_flash "If this address has an account, a letter is on its way."
          reset_password_email_sent_notice_flash "If this address has an account, a letter is on its way."
          reset_password_email_recently_sent_error_flash "If this address has an account, a letter is on its way."
          after_change_password { remove_all_active_sessions_except_current }
          after_reset_password { db[:account_lockouts].where(id: account_id).delete && db[:account_login_failures].where(id: account_id).delete }
          json_response_body { |hash| JSON.generate(Auth.answer(hash)) }
        end
        route do |r|
          env["rodauth"] = rodauth
          r.on("auth") do
            rodauth.check_active_session unless r.path == "/auth/login"
            if r.path == "/auth/reset-password-request" && !store.members.account?(r.params["email"].to_s)
              response["content-type"] = Refusal::JSON_TYPE
              next JSON.generate(message: "If this address has an account, a letter is on its way.")
            end

            r.rodauth
          end
        end
      end
    end

    # The library's answer in our one shape.
    def self.answer(hash)
      error = hash["error"]
      return { message: hash["success"] || "Done." } if error.nil?

      field, sentence = hash["field-error"]
      # Which of the two was wrong is nobody's business.
      field = nil if error.start_with?("E-mail or password")
      { code: hash["reason"] || "not_accepted", message: [error, field && "#{field.tr('_', ' ')} #{sentence}"].compact.join(": "),
        fields: field ? { field => sentence } : {}, details: {} }
    end
  end
end
