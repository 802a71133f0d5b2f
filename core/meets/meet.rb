# frozen_string_literal: true

module Core
  module Meets
    # Several members, one day, one plan.
    #
    #   plan: as a trip has it;  is_open: whether it stands in the public calendar
    #   closed_at, closed_because: where it was closed early;  crews: { name of a crew => [names] }
    Meet = Value.of(
      :id, :name, :held_on, :plan, :note, :closed_at, :closed_because, :made_by,
      is_open: false, crews: {}
    ) do
      def closed? = !closed_at.nil?
      def spot_code = plan[:spot_code]
    end
  end
end
