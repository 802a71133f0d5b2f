# frozen_string_literal: true

module Core
  module Handling
    # Seconds that a fish may be out of the water: in one lift, and in all.
    #
    #   air_class:        :fragile | :sensitive | :ordinary | :hardy
    #   base_seconds:     the house rule for that class, see Protocol::HouseRules
    #   water_temp_c:     Numeric, or nil when nobody read it (then no heat is taken off, and it is said)
    #   fight_ratio:      fight time / fight budget, 0 when not known
    #   length_mm, large_mm: in the species' own kind; length nil when not measured yet
    #   in_water_only_mm: legal length above which it may not be lifted, or nil
    #
    # Returns a frozen Budget; `reasons` names each factor that took something off.
    #
    # Source: house rules; every factor is a default that the coordinator can change.
    module AirBudget
      Budget = Struct.new(:one_lift_seconds, :total_seconds, :reasons, keyword_init: true)

      # A lift may be followed by another only after this rest, seconds. House rule.
      MIN_REST_SECONDS = 30
      REST_PER_LIFT = 2
      # From this share of the species' large length on, a fish counts as large. House rule.
      LARGE_SHARE = 0.8

      module_function

      def for(air_class:, base_seconds:, warm_c:, stop_c:, large_mm:, water_temp_c: nil, fight_ratio: 0.0,
              length_mm: nil, in_water_only_mm: nil)
        if in_water_only_mm && length_mm && length_mm > in_water_only_mm
          return Budget.new(one_lift_seconds: 0, total_seconds: 0,
                            reasons: ["above #{in_water_only_mm} mm it stays in the water"]).freeze
        end

        factors = { heat: heat(water_temp_c, warm_c, stop_c), fight: fight(fight_ratio), size: size(length_mm, large_mm) }
        one_lift = one_lift_seconds(base_seconds, **factors)
        Budget.new(one_lift_seconds: one_lift, total_seconds: 2 * one_lift,
                   reasons: reasons(air_class, base_seconds, factors, water_temp_c)).freeze
      end

      # Rounded first, so that 10 * 0.8 is 8 seconds and not the 7.999 of binary floats.
      def one_lift_seconds(base_seconds, heat:, fight:, size:) = (base_seconds * heat * fight * size).round(9).floor

      # Seconds in the water before it may be lifted again.
      def rest_seconds(last_lift_seconds) = [MIN_REST_SECONDS, REST_PER_LIFT * last_lift_seconds].max

      def heat(water_temp_c, warm_c, stop_c)
        return 1.0 if water_temp_c.nil? || water_temp_c <= warm_c
        return 0.5 if water_temp_c >= stop_c

        1.0 - (0.5 * (water_temp_c - warm_c) / (stop_c - warm_c))
      end

      def fight(ratio)
        if ratio > 2 then 0.5
        elsif ratio > 1 then 0.75
        else 1.0
        end
      end

      def size(length_mm, large_mm) = length_mm && length_mm >= LARGE_SHARE * large_mm ? 0.75 : 1.0

      def reasons(air_class, base_seconds, factors, water_temp_c)
        lines = ["#{air_class} fish: #{base_seconds} s"]
        lines << heat_reason(water_temp_c, factors[:heat])
        lines << "fight over budget: × #{factors[:fight]}" if factors[:fight] < 1
        lines << "large for its species: × #{factors[:size]}" if factors[:size] < 1
        lines.freeze
      end

      def heat_reason(water_temp_c, factor)
        return "water temperature not read: nothing taken off for heat" if water_temp_c.nil?

        factor < 1 ? "warm water, #{water_temp_c} °C: × #{factor.round(3)}" : "cool water, #{water_temp_c} °C"
      end
      private_class_method :reasons, :heat_reason
    end
  end
end
