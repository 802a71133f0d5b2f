# frozen_string_literal: true

module Acts
  # Starter kits: what the cooperative gave to each member and got back.
  module KeepKit
    # What a kit is made of, offered for choosing; anything else may be typed.
    USUAL = ["tag applicator", "spare needle", "measuring board", "measuring tape", "landing net",
      "long-nosed forceps", "hook cutters", "weighing sling", "scale", "head cover",
      "pencil and waterproof sheets"].freeze

    module_function

    # Own kit; a coordinator reads anybody's. Raises Core::Forbidden for somebody else's.
    # Returns { held: [{ item:, count:, since: }], tags:, moves: [...], usual: [...] }, newest moves
    # first.
    def read(store:, reader:, member_id:)
      if reader.id != member_id && !reader.coordinator?
        raise Core::Forbidden.new(:not_yours, "Only a coordinator sees what others hold.")
      end

      { held: store.kit.held(member_id), tags: store.tags.pouch(member_id).size,
        moves: store.kit.moves(member_id), usual: USUAL }
    end

    # sent: { item:, count: above nought when given, below when it came back, note: }
    # Raises Core::Conflict when more comes back than the member holds.
    def move(store:, by:, member_id:, sent:)
      item = sent[:item].strip.downcase
      store.write do
        member = store.members.find(member_id)
        raise Core::NotFound.new(:no_such_member, "There is no such member.") if member.nil?

        held = store.kit.lock_held(member_id, item)
        if (held + sent[:count]).negative?
          raise Core::Conflict.at(
            "count",
            :not_held,
            Core::Text.of(
              "office.keep_kit.holds_of_so_cannot_be", member: member.name, held:, item:,
              count: -sent[:count]
            )
          )
        end
        store.kit.move(member_id:, item:, count: sent[:count], note: sent[:note], made_by: by.id)
        store.changes.note(record: "member_kit", record_id: member_id, before: { item => held },
          after: { item => held + sent[:count] }, member_id: by.id)
      end
    end
  end
end
