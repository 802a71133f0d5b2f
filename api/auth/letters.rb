# frozen_string_literal: true

module Api
  module Auth
    # Letters about an account: to set a password, to confirm a new address, and that something was
    # changed.
    module Letters
      NOT_YOU =
        Core::Text.of("api.letters.if_it_was_not_you")

      module_function

      def set_up(auth, setup)
        auth.auth_class_eval { prepend AsOurLetters }
        auth.send_email { |letter| setup.send_letter.call(**letter) }
        password(auth, setup)
        address(auth, setup)
      end

      # What the library hands on is a letter of ours, not a message.
      module AsOurLetters
        private

        def create_email_to(recipient, subject, body) = { recipient:, subject:, body: }
      end

      # Who never had a password is welcomed, and has longer.
      WELCOME_DAYS = 7

      def password(auth, setup)
        config = setup.config
        new_member = ->(rodauth) { !setup.store.members.password?(rodauth.account[:id]) }
        welcome = lambda do |rodauth|
          Acts::WriteLetter.welcome_words(
            store: setup.store,
            link: rodauth.reset_password_email_link,
            name: setup.store.members.by_account_name(rodauth.account[:id]).to_s
          )
        end
        auth.reset_password_deadline_interval do
          new_member.call(self) ? { days: WELCOME_DAYS } : { hours: config.reset_hours }
        end
        auth.no_matching_reset_password_key_error_flash Core::Text.of(
          "api.letters.this_link_was_used_or"
        )
        auth.reset_password_email_subject do
          new_member.call(self) ? welcome.call(self)[:subject] : "Set a new password"
        end
        auth.reset_password_email_link do
          "#{config.base_url}/new-password?key=#{token_param_value(reset_password_key_value)}"
        end
        auth.reset_password_email_body do
          next welcome.call(self)[:body] if new_member.call(self)

          Core::Text.of(
            "api.letters.somebody_probably_you_asked_for", reset_hours: config.reset_hours,
            reset_password_email_link:
          )
        end
        changed = "The password of your account was changed.\n\n#{NOT_YOU}\n"
        auth.password_changed_email_subject "Your password was changed"
        auth.password_changed_email_body changed
        auth.reset_password_notify_email_subject "Your password was changed"
        auth.reset_password_notify_email_body changed
      end

      def address(auth, setup)
        base_url = setup.config.base_url
        auth.change_login_requires_password? true
        auth.change_login_error_flash "The address was not changed"
        auth.change_login_needs_verification_notice_flash Core::Text.of(
          "api.letters.a_letter_is_on_its"
        )
        auth.verify_login_change_error_flash Core::Text.of("api.letters.old_link_of_address")
        auth.verify_login_change_duplicate_account_error_flash Core::Text.of(
          "api.letters.another_member_signs_in_with"
        )
        auth.verify_login_change_email_subject "Confirm your new address"
        auth.verify_login_change_email_link do
          "#{base_url}/new-address?key=#{token_param_value(verify_login_change_key_value)}"
        end
        auth.verify_login_change_email_body do
          Core::Text.of(
            "api.letters.somebody_probably_you_wants_to", verify_login_change_email_link:
          )
        end
        auth.before_verify_login_change do
          setup.send_letter.call(recipient: account[:email], subject: "Your address was changed",
            body: "From now on your account signs in with " \
              "#{verify_login_change_new_login}.\n\n#{NOT_YOU}\n")
        end
      end
    end
  end
end
