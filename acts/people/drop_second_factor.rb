# frozen_string_literal: true

module Acts
  # A coordinator takes the second factor off a member who lost phone and paper; the member is
  # signed out everywhere and told by letter.
  module DropSecondFactor
    # Raises Core::NotFound, Conflict.
    def self.call(store:, by:, id:, **device)
      store.write do
        member = store.members.find(id) or
          raise Core::NotFound.new(:no_such_member, "There is no such member.")
        if member.id == by.id
          raise Core::Conflict.at(
            "id", :own_factor,
            "Switch your own second factor off on the page You, with your password."
          )
        end
        unless member.account_id && store.security.drop_second_factor(member.account_id)
          raise Core::Conflict.at("id", :no_factor, "This member has no second factor.")
        end

        store.security.end_all_sessions(member.account_id)
        store.security.note(
          kind: "second_factor_dropped",
          account_id: member.account_id,
          by_account_id: by.account_id,
          **device
        )
        TellCoordinators.call(store:, by:, member:, deed: "took off the second factor")
        WriteLetter.queue(
          store:,
          kind: "password",
          recipient: store.members.email(id),
          subject: "Your second factor was taken off",
          body:
            Core::Text.of("people.drop_second_factor.removed_the_second_factor_from", by: by.name)
        )
      end
    end
  end
end
