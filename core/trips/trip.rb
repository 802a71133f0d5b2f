# frozen_string_literal: true

module Core
  module Trips
    # One member, one day, one spot.
    #
    #   held_on: Date;  state: "open" | "ready" | "submitted"
    #   platform: "shore" | "pier" | "boat" | "kayak" | "wading", of an old table also "unknown"
    #   plan: { as Ready asked it } or nil;  ticks: [key of the kit]
    #   fished_hours, rods: what was said of the effort, nil until then
    Trip = Value.of(
      :id, :member_id, :held_on, :spot_code, :platform, :water_temp_c, :state, :plan, :ticks,
      :fished_hours, :rods
    ) do
      def of?(member) = member_id == member.id
      def submitted? = state == "submitted"

      # A value of the plan, nil where nothing was planned.
      def planned(part) = plan&.fetch(part, nil)
    end
  end
end
