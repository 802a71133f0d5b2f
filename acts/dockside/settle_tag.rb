# frozen_string_literal: true

module Acts
  # Says what became of a number that does not add up, in the custody ledger.
  #
  #   act: spoiled | lost | in_pouch ("I have counted it") | found (again, after it was lost) |
  #        from_pouch_of_owner (a tag of another member's that was used here) | caught_twice
  #
  # Raises Core::InvalidInput, NotFound.
  module SettleTag
    module_function

    def call(context, trip_id:, number:, act:)
      trip = OwnTrip.fetch(store: context.store, member: context.member, id: trip_id)
      context.store.write do
        tag = context.store.custody.lock([number]).first
        if tag.nil?
          raise Core::NotFound.new(:no_such_tag, "#{number} is not a number of this programme.")
        end

        settle(context, trip, tag, act)
      end
    end

    STATE_FOR = {
      "in_pouch" => "in_pouch",
      "spoiled" => "in_pouch",
      "lost" => "in_pouch",
      "found" => "lost",
      "from_pouch_of_owner" => "applied",
      "caught_twice" => "applied"
    }.freeze
    # The ledger's word for a tag of that state, so that a note moves nothing.
    SAME_ACT = { "in_pouch" => "issued", "applied" => "applied" }.freeze

    def settle(context, trip, tag, act)
      store = context.store
      number, state, holder = *tag
      unless state == STATE_FOR.fetch(act) && (state == "applied" || holder == trip.member_id)
        refuse(tag)
      end

      about = { member_id: trip.member_id, at: context.now, made_by: context.member.id }
      legend = Store::Custody::SAID[act]
      return store.custody.note(number, act: SAME_ACT.fetch(state), note: legend, **about) if legend

      refuse_lost_on_a_record(store, number) if act == "found"
      words = act == "found" ? "Found again" : "Dockside, trip of #{trip.held_on}"
      store.custody.move([number], act: act == "found" ? "issued" : act, note: words, **about)
    end

    # Where a record says that it was lost, the record is changed, so that both say the same.
    def refuse_lost_on_a_record(store, number)
      return unless store.encounters.any_lost?(number)

      raise Core::InvalidInput.at(
        "number",
        :lost_on_a_record,
        "#{number} is recorded as lost on a fish. Change the tag numbers of that fish."
      )
    end

    def refuse(tag)
      raise Core::InvalidInput.at(
        "number",
        :not_so,
        Core::Text.of(
          "dockside.settle_tag.is_now_recorded_as_so", number: tag.number,
          state_words: tag.state_words
        )
      )
    end
    private_class_method :settle, :refuse_lost_on_a_record, :refuse
  end
end
