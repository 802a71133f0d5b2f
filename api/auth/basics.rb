# frozen_string_literal: true

module Api
  module Auth
    # Sets up the sign-in library: its tables, its addresses and its answers.
    module Basics
      def self.set_up(auth, setup)
        config = setup.config
        current, old = config.session_secrets
        auth.db setup.store.db
        auth.prefix "/auth"
        auth.hmac_secret current
        auth.hmac_old_secret old if old
        auth.domain URI(config.base_url).host
        auth.base_url config.base_url
        auth.already_logged_in { nil }
        auth.login_param "email"
        auth.require_login_confirmation? false
        auth.require_password_confirmation? false
        auth.skip_status_checks? true
        auth.set_deadline_values? true
        auth.json_response_body { |hash| JSON.generate(Auth.answer(hash)) }
      end
    end
  end
end
