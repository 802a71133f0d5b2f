# frozen_string_literal: true

module Core
  module Tags
    # One printed tag, as its ledger's last row leaves it.
    #
    #   state: "in_stock" | "in_pouch" | "applied" | "spoiled" | "lost";  holder_id: a member's
    Tag = Value.of(:number, :state, :holder_id) do
      def in_pouch? = state == "in_pouch"
      def applied? = state == "applied"
      def state_words = state.tr("_", " ")
    end
  end
end
