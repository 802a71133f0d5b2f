# frozen_string_literal: true

module Acts
  # Where a member is signed in, and signing out elsewhere.
  module OwnSessions
    module_function

    # current: the stored ids that this device's session may bear
    # [{ number:, created_at:, last_use:, address:, agent:, current: }]
    def list(store:, member:, current:)
      store.security.sessions(member.account_id).map do |session|
        session.except(:session_id).merge(current: current.include?(session[:session_id]))
      end
    end

    # Raises Core::NotFound.
    def end_one(store:, member:, number:, **device)
      store.write do
        unless store.security.end_session(member.account_id, number)
          raise Core::NotFound.new(
            :no_such_session,
            "That device is signed out already. Reload the list."
          )
        end

        store.security.note(
          kind: "session_ended",
          account_id: member.account_id,
          by_account_id: member.account_id,
          **device
        )
      end
    end
  end
end
