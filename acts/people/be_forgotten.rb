# frozen_string_literal: true

module Acts
  # A member asks to be forgotten. Name, address, sign-in, permit, gear, practice and tracks go;
  # catches, tags and what was judged stay, as of a former member.
  #
  # Raises Core::Conflict while somebody else would be left in the dark: tags or kit in hand, fish
  # that are not submitted, records at the desk, the coordinator's role.
  module BeForgotten
    module_function

    def call(context)
      store, member = context.store, context.member
      store.write do
        store.members.lock(member.id)
        # A session may have fewer rights than its member; here the member's own role counts.
        refuse_coordinator if store.members.find(member.id).coordinator?
        refuse_ties(store.forgotten.ties(member.id))
        store.forgotten.forget(
          member.id, email: store.members.email(member.id), now: context.now
        )
        store.changes.note(
          record: "member", record_id: member.id, before: nil, after: { forgotten: true },
          member_id: member.id
        )
      end
    end

    def refuse_coordinator
      refuse(
        :coordinator,
        "A coordinator sees other people's data and is not forgotten as one. Let another " \
          "coordinator make you a tagger first."
      )
    end

    def refuse_ties(ties)
      tags, kit, trips, held = ties.values_at(:tags, :kit, :trips, :held)
      if tags.positive?
        refuse(:tags_in_pouch, "You still hold #{count(tags, 'tag')}. Hand them " \
          "to a coordinator, who books them back, or say on Dockside what became of them.")
      end
      if kit.positive?
        refuse(:kit_in_hand, "You still hold #{count(kit, 'piece')} of the cooperative's kit. " \
          "Hand them to a coordinator, who books them back.")
      end
      if trips.any?
        refuse(:not_submitted, "The fish of #{trips.first.strftime('%-d %B %Y')} are not " \
          "submitted yet. Submit that trip on Dockside first, so that nothing of it is lost.")
      end
      return unless held.positive?

      refuse(:held, "At the desk #{count(held, 'record')} of yours must be mended first. Ask a " \
        "coordinator.")
    end

    def count(number, noun) = "#{number} #{noun}#{'s' if number != 1}"
    def refuse(code, sentence) = raise(Core::Conflict.at("member", code, sentence))
    private_class_method :refuse_coordinator, :refuse_ties, :count, :refuse
  end
end
