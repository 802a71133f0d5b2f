# frozen_string_literal: true

module Api
  module Auth
    # Wrong passwords: the same words, the same status, the same wait, whether the account exists,
    # rests, or the password was wrong.
    module Lockout
      STATUS = 401

      module_function

      def set_up(auth, setup)
        config = setup.config
        words =
          Core::Text.of(
            "api.lockout.is_not_right_or_there", refused: REFUSED,
            max_failures: config.max_failures, lockout_minutes: config.lockout_minutes
          )
        auth.no_matching_login_message "#{REFUSED} is not right"
        auth.invalid_password_message "#{REFUSED} is not right"
        auth.login_error_flash words
        auth.login_lockout_error_flash words
        auth.no_matching_login_error_status STATUS
        auth.lockout_error_status STATUS
        auth.max_invalid_logins config.max_failures
        auth.account_lockouts_deadline_interval(minutes: config.lockout_minutes)
        auth.unlock_account_email_body { "" }
        auth.send_unlock_account_email { nil }
        auth.auth_class_eval { prepend SameForAll }
        auth.after_reset_password do
          db[:account_lockouts].where(id: account_id).delete
          db[:account_login_failures].where(id: account_id).delete
          super()
        end
      end

      # What the library answers at once takes as long as a wrong password.
      module SameForAll
        private

        # An inactive member has no account for whoever asks.
        def _account_from_login(login)
          result = super
          result if result && db[:members].where(account_id: result[:id], active: false).empty?
        end

        def after_no_matching_login
          Auth.spend_as_long(self)
          Events.note(self, "sign_in_failed", account_id: nil)
          super if defined?(super)
        end

        def before_login_attempt
          if locked_out?
            Auth.spend_as_long(self)
            Events.note(self, "sign_in_while_resting")
          end
          super
        end

        def show_lockout_page
          response.status = lockout_error_status
          set_error_flash login_lockout_error_flash
          return_json_response
        end
      end
    end
  end
end
