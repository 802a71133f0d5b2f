# frozen_string_literal: true

module Acts
  # Tags change hands: from stock to a member, back, on to another, or out of use. Every move is a
  # ledger row.
  module IssueTags
    # From which state each move may start.
    MAY_START_FROM = {
      "returned" => "in_pouch",
      "spoiled" => "in_pouch",
      "lost" => "in_pouch",
      "transferred" => "in_pouch"
    }.freeze

    module_function

    # Issues the next `count` numbers of a batch. Returns them.
    def call(context, by:, batch_id:, member_id:, count:)
      context.store.write do
        recipient = active(context.store, member_id)
        refuse_unauthorised(recipient, context.today)
        numbers = context.store.custody.take_from_stock(batch_id, count)
        if numbers.size < count
          raise Core::Conflict.at(
            "count",
            :not_enough,
            Core::Text.of(
              "office.issue_tags.this_batch_has_only_tags", numbers: numbers.size, count:
            )
          )
        end

        context.store.custody.move(
          numbers,
          act: "issued",
          member_id: recipient.id,
          made_by: by.id,
          at: context.now
        )
        numbers
      end
    end

    # Moves given numbers: act is returned | spoiled | lost | transferred (then to member_id).
    # Taggers move only what they hold.
    def move(context, numbers:, act:, member_id: nil, note: nil)
      store, by = context.store, context.member
      numbers = PrintedNumbers.of(store, numbers).uniq
      store.write do
        tags = store.custody.lock(numbers)
        check(tags, numbers, act, by)
        to = act == "transferred" ? active(store, member_id).id : nil
        tags.group_by(&:holder_id).each do |holder, held|
          store.custody.move(
            held.map(&:number),
            act:,
            member_id: to || holder,
            made_by: by.id,
            at: context.now,
            note:
          )
        end
      end
      numbers
    end

    def check(tags, numbers, act, by)
      unknown = numbers - tags.map(&:number)
      unless unknown.empty?
        raise Core::InvalidInput.at(
          "numbers",
          :unknown_tag,
          "#{unknown.first} is not a number of this programme."
        )
      end

      wrong = tags.find { |tag| tag.state != MAY_START_FROM.fetch(act) }
      if wrong
        raise Core::Conflict.at(
          "numbers",
          :not_in_a_pouch,
          "#{wrong.number} is #{wrong.state_words}, so it cannot be #{act}."
        )
      end

      foreign = by.coordinator? ? nil : tags.find { |tag| tag.holder_id != by.id }
      return unless foreign

      raise Core::Forbidden.new(
        :not_yours,
        "#{foreign.number} is not in your pouch.",
        fields: {
          "numbers" => "not in your pouch"
        }
      )
    end

    # Who may not tag gets no tags.
    def refuse_unauthorised(member, day)
      standing = Core::Trips::Authorisation.standing(member:, on: day)
      return if standing.verdict != :stop

      raise Core::Conflict.at(
        "member_id",
        :may_not_tag,
        "#{member.name} #{standing.text}. Renew that at Members first, then issue the tags."
      )
    end

    def active(store, member_id)
      member = member_id && store.members.find(member_id)
      return member if member&.active

      raise Core::InvalidInput.at("member_id", :unknown_member, "Choose a member who is active.")
    end
    private_class_method :check, :refuse_unauthorised, :active
  end
end
