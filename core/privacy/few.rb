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
        "Too few to show: of other members it takes #{LEAST_FISH} fish of #{LEAST_MEMBERS} " \
          "members or more. Ask for more of them, or for your own fish.".freeze
      HOUSE_RULE = "A house rule for the privacy of anglers, no rule of statistics."

      module_function

      # fish, members: behind a figure, without the reader's own. None at all tells nothing.
      def show?(fish:, members:)
        fish.zero? || (fish >= LEAST_FISH && members >= LEAST_MEMBERS)
      end
    end
  end
end
