# frozen_string_literal: true

module Core
  module Trips
    # A trip may pass midnight: from 22 to 4 ends on the day after.
    module Night
      LONGEST_HOURS = 24

      module_function

      def passes_midnight?(from_hour, to_hour)
        !from_hour.nil? && !to_hour.nil? && to_hour <= from_hour
      end

      # Hours from the midnight that the trip's day began with.
      def ends_at_hour(from_hour, to_hour)
        passes_midnight?(from_hour, to_hour) ? to_hour + LONGEST_HOURS : to_hour
      end

      # Does a trip of this day, planned so, still go on on another day? Without a plan it ends with
      # its day.
      def on?(day, held_on:, from_hour: nil, to_hour: nil)
        day == held_on || (day == held_on + 1 && passes_midnight?(from_hour, to_hour))
      end
    end
  end
end
