# frozen_string_literal: true

module Api
  module Auth
    # Who is signed in on which device.
    module Sessions
      # Noted this often, not with every request: reading a page writes nothing.
      NOTED_EVERY_SECONDS = 300
      # Signed out after so long without a request, and after so long in any case.
      INACTIVE_SECONDS = 14 * 86_400
      LIFETIME_SECONDS = 60 * 86_400

      module_function

      def set_up(auth, setup)
        secrets = setup.config.session_secrets
        # The library knows one old secret.
        auth.auth_class_eval do
          define_method(:compute_hmacs) do |data|
            secrets.map { |secret| _process_raw_hmac(compute_raw_hmac_with_secret(data, secret)) }
          end
        end
        auth.session_inactivity_deadline INACTIVE_SECONDS
        auth.session_lifetime_deadline LIFETIME_SECONDS
        auth.active_sessions_insert_hash { super().merge(Events.device(self)) }
        auth.after_change_password do
          remove_all_active_sessions_except_current
          super()
        end
        auth.after_login do
          session[Base::CONFIRMED_AT] = Time.now.to_i
          super()
        end
        auth.auth_class_eval { prepend Quietly }
      end

      # The same answer as the library's, for one SELECT.
      module Quietly
        def currently_active_session?
          return false unless (session_id = session[session_id_session_key])

          row = active_sessions_ds.where(session_id: compute_hmacs(session_id)).first
          return false if row.nil? || past?(row)

          note_use(row)
          true
        end

        private

        def past?(row)
          now = Time.now
          now - row[:last_use] > session_inactivity_deadline ||
            now - row[:created_at] > session_lifetime_deadline
        end

        def note_use(row)
          return if Time.now - row[:last_use] < NOTED_EVERY_SECONDS

          active_sessions_ds.where(number: row[:number]).update(active_sessions_update_hash)
        end
      end
    end
  end
end
