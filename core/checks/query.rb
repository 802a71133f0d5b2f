# frozen_string_literal: true

module Core
  module Checks
    # A doubt about a stored record, as the desk has it.
    #
    #   member_id: of who caught the fish;  settled_at: Time, nil while it is open
    Query = Value.of(:member_id, :caught_on, :sentence, :settled_at) do
      def settled? = !settled_at.nil?
    end
  end
end
