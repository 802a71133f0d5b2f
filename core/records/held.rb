# frozen_string_literal: true

module Core
  module Records
    # A record that could not be stored as it was sent, kept until somebody mends it.
    #
    #   body: as it was sent, keys as Symbols;  code, message: what was wrong;  settled_at: Time
    Held = Value.of(:id, :member_id, :body, :code, :message, :settled_at) do
      # A row of a sheet carries the time that was written; a record of the Deck its taps.
      def paper? = body.key?(:time)
      def source = paper? ? "paper" : "deck"
    end
  end
end
