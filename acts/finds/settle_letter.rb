# frozen_string_literal: true

module Acts
  # What a coordinator does with a letter that did not go, or of which nobody knows: send it again,
  # or not at all.
  module SettleLetter
    # act: again | withdraw. Raises Core::NotFound, Conflict.
    def self.call(store:, id:, act:)
      store.write do
        if store.letters.find(id).nil?
          raise Core::NotFound.new(:no_such_letter, "There is no such letter.")
        end

        done =
          (
            if act == "again"
              store.letters.again(id)
            else
              store.letters.withdraw(id, why: "A coordinator withdrew it.")
            end
          )
        unless done
          raise Core::Conflict.at(
            "act", :not_so,
            "This letter was sent already, or is on its way. Reload the list."
          )
        end

        LetterJob.enqueue(id) if act == "again"
      end
    end
  end
end
