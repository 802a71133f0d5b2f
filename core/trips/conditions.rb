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
          "Air at #{Units.temp_text(plan.air_temp_c)}: gills and eyes freeze within seconds. " \
            "Unhook, measure and tag in the water.",
          "house rule"
        )
      end

      def sun(plan)
        hot = plan.air_temp_c && plan.air_temp_c >= HOT_AIR_C
        return nil unless plan.sun || hot

        Finding.care(
          :sun,
          "#{hot ? 'Hot air' : 'Sun'} dries gills and heats the mat: keep mat and board in the " \
            "shade and wet them again before each lift.",
          "house rule"
        )
      end

      def still(plan)
        return nil unless plan.current == "still"

        Finding.care(
          :still,
          "Still water brings a tired fish nothing fresh: hold it upright where the water is " \
            "deepest, and give it time.",
          "school K"
        )
      end
      private_class_method :frost, :sun, :still
    end
  end
end
