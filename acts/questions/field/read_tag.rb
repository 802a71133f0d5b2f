# frozen_string_literal: true

module Acts
  # The fish that carries a tag, told at once to a member who has it in hand. D11. No place is told.
  module ReadTag
    module_function

    # Returns { fish: { species_code:, released_on:, days:, length_mm:, length_kind:, story_key: } |
    # nil }.
    def call(store:, number:, today:)
      fish = store.fish.carrying(PrintedNumbers.of(store, [number]).first)
      return { fish: nil } if fish.nil?

      {
        fish: {
          **fish.slice(:species_code, :released_on, :story_key, :length_mm, :length_kind),
          days: (today - fish.released_on).to_i
        }
      }
    end
  end
end
