# frozen_string_literal: true

module Core
  module Tags
    # How many tags a member needs, from how many they used.
    #
    #   used: Integer tags applied;  days: over which;  trips: on how many trips
    #
    # `reorder_at` is the stock that lasts over the delivery time 19 times in 20: a Poisson count
    # whose rate is itself uncertain, so its variance is mean + mean^2 / used.
    #
    # Source: Poisson counting; gamma-distributed rate (negative binomial prediction).
    module UseRate
      DELIVERY_DAYS = 21
      Z95_ONE_SIDED = 1.645
      # Under this many used nothing is estimated, and the house's fixed reserve stands.
      MIN_USED = 5
      FIXED_RESERVE = 10

      module_function

      # Returns { per_day:, per_trip:, reorder_at:, estimated: }; rates nil when not estimated.
      def from(used:, days:, trips:)
        if used < MIN_USED || days < 1 || trips < 1
          return { per_day: nil, per_trip: nil, reorder_at: FIXED_RESERVE, estimated: false }
        end

        {
          per_day: used / days.to_f,
          per_trip: used / trips.to_f,
          reorder_at: upper(used, used / days.to_f * DELIVERY_DAYS),
          estimated: true
        }
      end

      # Most tags that one trip will use, 19 times in 20.
      def trip_upper(used:, trips:) = upper(used, used / trips.to_f)

      def upper(used, mean) = (mean + (Z95_ONE_SIDED * Math.sqrt(mean + ((mean**2) / used)))).ceil
      private_class_method :upper
    end
  end
end
