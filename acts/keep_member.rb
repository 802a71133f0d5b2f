# frozen_string_literal: true

module Acts
  # The coordinator adds or changes a member. A new one gets a letter that says how to set a password.
  #
  #   sent: { name:, email:, role:, public_name:, permit_number:, permit_expires_on: Date, trained: [..], active: }
  module KeepMember
    module_function

    def add(store:, by:, sent:)
      store.write do
        id = store.members.add(**sent)
        store.changes.note(record: "member", record_id: id, before: nil, after: sent, member_id: by[:id])
        WriteLetter.welcome(store:, recipient: sent[:email], name: sent[:name])
        id
      end
    end

    # The address of an account is changed by its owner, not here.
    def change(store:, by:, id:, sent:)
      store.write do
        before = store.members.find(id)
        raise Core::NotFound.new(:no_such_member, "There is no such member.") if before.nil?
        if id == by[:id] && (sent[:role] != "coordinator" || !sent[:active])
          raise Core::Conflict.at("role", :own_role, "You cannot take the coordinator's role from yourself. Ask another coordinator.")
        end

        store.members.change(id, sent)
        store.changes.note(record: "member", record_id: id, before: before.slice(*sent.keys), after: sent, member_id: by[:id])
      end
    end
  end
end
