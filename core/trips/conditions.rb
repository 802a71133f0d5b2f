# frozen_string_literal: true

module Core
  module Trips
    # What air, sun and current of the day mean for a fish out of the water. R1. Source: house
    # rules.
    module Conditions
      HOT_AIR_C = 25
      FROST_C = 0

      module_function

      # Returns [Finding].
      def check(plan:) = [frost(plan), sun(plan), still(plan)].compact

      def frost(plan)
        return nil if plan.air_temp_c.nil? || plan.air_temp_c > FROST_C

        Finding.care(
          :frost,
          Text.of(
            "trips.conditions.air_at_gills_and_eyes", air_temp_c: Units.temp_text(plan.air_temp_c)
          ),
          "house rule"
        )
      end

      def sun(plan)
        hot = plan.air_temp_c && plan.air_temp_c >= HOT_AIR_C
        return nil unless plan.sun || hot

        Finding.care(
          :sun,
          Text.of("trips.conditions.dries_gills_and_heats_the", air: hot ? "Hot air" : "Sun"),
          "house rule"
        )
      end

      def still(plan)
        return nil unless plan.current == "still"

        Finding.care(
          :still,
          Text.of("trips.conditions.still_water_brings_a_tired"),
          "school K"
        )
      end
      private_class_method :frost, :sun, :still
    end
  end
end
