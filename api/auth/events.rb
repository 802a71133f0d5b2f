# frozen_string_literal: true

module Api
  module Auth
    # The security log: who signed in from where, and what was changed about an account.
    module Events
      AGENT_CHARACTERS = 200
      # hook of the library => what the log calls it
      HOOKS = {
        after_login: "signed_in",
        after_login_failure: "sign_in_failed",
        after_account_lockout: "account_rests",
        before_logout: "signed_out",
        after_change_password: "password_changed",
        after_reset_password_request: "reset_asked",
        after_reset_password: "password_reset",
        after_otp_setup: "second_factor_set_up",
        after_otp_disable: "second_factor_switched_off",
        after_otp_authentication_failure: "second_factor_failed",
        after_two_factor_authentication: "second_factor_given",
        after_verify_login_change: "address_changed"
      }.freeze

      module_function

      def set_up(auth, setup)
        auth.auth_class_eval do
          define_method(:security_log) { setup.store.security }
          prepend Noted
        end
      end

      # Each hook as the library and the other subjects have it, and then a row in the log.
      module Noted
        HOOKS.each do |hook, kind|
          define_method(hook) do |*arguments|
            Events.note(self, kind)
            super(*arguments)
          end
        end
        private(*HOOKS.keys)
      end

      def note(auth, kind, account_id: auth.account&.fetch(:id, nil) || auth.session_value)
        auth.security_log.note(kind:, account_id:, **device(auth))
      end

      # { address:, agent: } of who asks.
      def device(auth)
        env = auth.request.env
        {
          address: env[ClientAddress::ADDRESS],
          agent: env["HTTP_USER_AGENT"]&.scrub("?")&.slice(0, AGENT_CHARACTERS)
        }
      end
    end
  end
end
