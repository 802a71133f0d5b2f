# frozen_string_literal: true

module Api
  module Auth
    # A code from a phone beside the password, and codes on paper for the day when the phone is
    # gone.
    module SecondFactor
      # Wrong codes in a row before only a code from paper helps.
      MAX_FAILURES = 10
      PAPER_CODES = 10

      module_function

      def set_up(auth, setup)
        keys(auth, setup.config)
        auth.otp_issuer { setup.store.programme.name }
        auth.otp_auth_param "code"
        auth.otp_auth_failures_limit MAX_FAILURES
        auth.otp_keys_use_hmac? true
        auth.two_factor_modifications_require_password? true
        auth.recovery_codes_limit PAPER_CODES
        auth.recovery_codes_param "code"
        auth.auto_add_recovery_codes? true
        auth.auto_remove_recovery_codes? true
        auth.otp_setup_error_flash "The second factor was not set up"
        auth.otp_invalid_auth_code_message Core::Text.of(
          "api.second_factor.is_not_right_codes_last"
        )
        auth.otp_auth_error_flash "That code is not right"
        auth.otp_disable_error_flash "The second factor was not switched off"
        auth.invalid_recovery_code_error_flash "That code is not right"
        auth.invalid_recovery_code_message "is not right, or was used already"
        auth.otp_lockout_error_flash "Too many wrong codes. Use one of the codes on paper."
      end

      # With a secret of its own: a phone keeps what it was given once, however often the secret of
      # the sessions changes.
      def keys(auth, config)
        secrets = [config.authenticator_secret, config.session_secret]
        auth.auth_class_eval do
          %i[otp_hmac_secret otp_hmac_old_secret].zip(secrets) do |name, secret|
            define_method(name) do |key|
              hmac = compute_raw_hmac_with_secret(ROTP::Base32.decode(key), secret)
              base32_encode(hmac, key.bytesize)
            end
            private name
          end
          define_method(:hmac_secret_rotation?) { true }
          private :hmac_secret_rotation?
        end
      end
      private_class_method :keys
    end
  end
end
