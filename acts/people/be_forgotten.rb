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
        Core::Text.of("people.be_forgotten.a_coordinator_sees_other_peoples")
      )
    end

    def refuse_ties(ties)
      tags, kit, trips, held = ties.values_at(:tags, :kit, :trips, :held)
      if tags.positive?
        refuse(:tags_in_pouch,
          Core::Text.of("people.be_forgotten.you_still_hold_return_them", tag: count(tags, "tag")))
      end
      if kit.positive?
        refuse(:kit_in_hand,
          Core::Text.of("people.be_forgotten.you_still_hold_of_the", piece: count(kit, "piece")))
      end
      if trips.any?
        refuse(:not_submitted,
          Core::Text.of(
            "people.be_forgotten.the_fish_of_are_not", y: trips.first.strftime("%-d %B %Y")
          ))
      end
      return unless held.positive?

      refuse(:held,
        "#{count(held, 'record')} of yours must be corrected at Queries first. Ask a coordinator.")
    end

    def count(number, noun) = "#{number} #{noun}#{'s' if number != 1}"
    def refuse(code, sentence) = raise(Core::Conflict.at("member", code, sentence))
    private_class_method :refuse_coordinator, :refuse_ties, :count, :refuse
  end
end
