# frozen_string_literal: true

module Core
  # What leaves, and for whom: one gate for places, figures and persons.
  module Privacy
    # A figure about few fish, or about the fish of few members, is a figure about somebody. Only
    # fish and members other than the reader count: who reads can subtract their own. House rule.
    module Few
      LEAST_FISH = 5
      LEAST_MEMBERS = 3
      SENTENCE =
        Text.of(
          "privacy.few.too_few_to_show_for", least_fish: LEAST_FISH, least_members: LEAST_MEMBERS
        ).freeze
      HOUSE_RULE = "A house rule for the privacy of anglers, not a rule of statistics."

      module_function

      # fish, members: behind a figure, without the reader's own. None at all tells nothing.
      def show?(fish:, members:)
        fish.zero? || (fish >= LEAST_FISH && members >= LEAST_MEMBERS)
      end
    end
  end
end
