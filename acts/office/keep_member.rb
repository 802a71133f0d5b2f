# frozen_string_literal: true

module Acts
  # The coordinator adds or changes a member. A new one gets a letter that says how to set a
  # password.
  #
  #   sent: { name:, email:, role:, public_name:, permit_number:, permit_expires_on: Date, trained:
  #         [..], active: }
  module KeepMember
    module_function

    def add(store:, by:, sent:)
      store.write do
        id = store.members.add(**sent)
        store.changes.note(
          record: "member",
          record_id: id,
          before: nil,
          after: sent,
          member_id: by.id
        )
        ResetJob.enqueue(sent[:email])
        id
      end
    end

    # Another address to sign in with, for who never could or lost the old one; both addresses get a
    # letter.
    # Raises Core::Conflict when another account has it.
    def address(store:, by:, id:, email:)
      store.write do
        member = known(store, id)
        before = store.members.email(id)
        return if before == email
        if store.members.account?(email)
          raise Core::Conflict.at("email", :address_taken, "Another member signs in with #{email}.")
        end

        TellCoordinators.call(store:, by:, member:, deed: "changed the address")
        store.members.change_address(id, email)
        store.changes.note(
          record: "member",
          record_id: id,
          before: {
            email: before
          },
          after: {
            email:
          },
          member_id: by.id
        )
        if before
          WriteLetter.address_changed(store:, recipient: before, name: member.name, by: by.name)
        end
        ResetJob.enqueue(email)
      end
    end

    # The letter with the link for a password once more.
    def welcome_again(store:, by:, id:)
      known(store, id)
      email = store.members.email(id)
      if email.nil?
        raise Core::Conflict.at("email", :no_address, "No address is known. Enter one first.")
      end

      store.write do
        ResetJob.enqueue(email)
        store.changes.note(
          record: "member",
          record_id: id,
          before: nil,
          after: {
            letter_sent_to: email
          },
          member_id: by.id
        )
      end
    end

    def change(store:, by:, id:, sent:)
      store.write do
        before = known(store, id)
        if id == by.id && (sent[:role] != "coordinator" || !sent[:active])
          raise Core::Conflict.at(
            "role", :own_role,
            "You cannot remove your own coordinator role. Ask another coordinator."
          )
        end

        TellCoordinators.call(store:, by:, member: before, deed: "changed the rights or papers")
        store.members.change(id, sent)
        store.security.end_all_sessions(before.account_id) unless sent[:active]
        store.changes.note(
          record: "member",
          record_id: id,
          before: before.slice(*sent.keys),
          after: sent,
          member_id: by.id
        )
      end
    end

    def known(store, id)
      store.members.find(id) or
        raise Core::NotFound.new(:no_such_member, "There is no such member.")
    end
    private_class_method :known
  end
end
