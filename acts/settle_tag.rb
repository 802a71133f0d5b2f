# frozen_string_literal: true

module Acts
  # Says what became of a number that does not add up, in the custody ledger. S4.
  #
  #   act: spoiled | lost | in_pouch ("I have counted it") | from_pouch_of_owner (a tag of another member's that was used here)
  #
  # Raises Core::InvalidInput, NotFound.
  module SettleTag
    module_function

    def call(store:, member:, trip_id:, number:, act:, now:)
      trip = OwnTrip.fetch(store:, member:, id: trip_id)
      store.write do
        tag = store.custody.lock([number]).first
        raise Core::NotFound.new(:no_such_tag, "#{number} is not a number of this programme.") if tag.nil?

        settle(store, trip, member, tag, act, now)
      end
    end

    def settle(store, trip, member, tag, act, now)
      holder = trip[:member_id]
      note = "Dockside, trip of #{trip[:held_on]}"
      if act == "from_pouch_of_owner"
        if tag[:state] == "applied"
          return store.custody.note([tag[:number]], act: "applied", member_id: holder, at: now, made_by: member[:id],
                                                    note: "#{note}: taken from another member's pouch")
        end
      elsif tag[:state] == "in_pouch" && tag[:holder_id] == holder
        return store.custody.note([tag[:number]], act: "issued", member_id: holder, at: now, made_by: member[:id], note: Store::Custody::COUNTED) if act == "in_pouch"

        return store.custody.move([tag[:number]], act:, member_id: holder, at: now, made_by: member[:id], note:)
      end
      raise Core::InvalidInput.at("number", :not_so, "#{tag[:number]} is written down as #{tag[:state].tr('_', ' ')} now; this does not fit it. Look at the list again.")
    end
    private_class_method :settle
  end
end
