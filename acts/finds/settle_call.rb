# frozen_string_literal: true

module Acts
  # A coordinator rang a finder who left a telephone and no address.
  module SettleCall
    # Raises Core::Conflict when somebody else did.
    def self.call(context, id:)
      context.store.write do
        next if context.store.calls.called(id, member_id: context.member.id, now: context.now)

        raise Core::Conflict.at(
          "number", :not_so,
          "Somebody called already, or there is nothing left to say. Reload the list."
        )
      end
    end
  end
end
