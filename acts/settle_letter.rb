# frozen_string_literal: true

module Acts
  # What a coordinator does with a letter that did not go, or of which nobody knows: send it again, or not at all. O7.
  module SettleLetter
    # act: again | withdraw. Raises Core::NotFound, Conflict.
    def self.call(store:, id:, act:)
      store.write do
        raise Core::NotFound.new(:no_such_letter, "There is no such letter.") if store.letters.find(id).nil?

        done = act == "again" ? store.letters.again(id) : store.letters.withdraw(id, why: "A coordinator withdrew it.")
        raise Core::Conflict.at("act", :not_so, "This letter went already, or is on its way. Look at the list again.") unless done

        LetterJob.enqueue(id) if act == "again"
      end
    end
  end
end
