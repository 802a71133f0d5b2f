# frozen_string_literal: true

module Core
  module Trips
    # Seconds, depths and weights for one expected species of a plan. R5.
    module Budgets
      module_function

      # Returns { species_code:, air: AirBudget::Budget, fight_seconds:, pressure: Hash | nil }; pressure holds
      # warn_from_m, depth_m, lift_kg, lead_kg, release_depth_m and the residual lift on the way down.
      def for(species:, plan:, rules:)
        guild = species.guild
        air = Handling::AirBudget.for(air_class: guild.air_class, base_seconds: rules.air_base_seconds(guild.air_class, guild.key), water_temp_c: plan.warmest_c,
                                      warm_c: species.warm_c, stop_c: species.stop_c, large_mm: species.large_mm, length_mm: species.typical_mm,
                                      in_water_only_mm: species.in_water_only_mm)
        { species_code: species.code, air:, fight_seconds: Handling::FightBudget.seconds(weight_g: typical_g(species)), pressure: pressure(species, plan) }
      end

      def pressure(species, plan)
        warn_from_m = Handling::Pressure.warn_from_m(species, plan.water)
        return nil if warn_from_m.nil?

        depth_m = plan.depth_to_m
        return { warn_from_m:, depth_m: nil, lift_kg: nil, lead_kg: nil, release_depth_m: nil, residual_lift: [] } if depth_m.nil? || depth_m < warn_from_m

        weight_g = species.weight_g_at(species.large_mm)
        lift_kg = Handling::Pressure.lift_kg(weight_g:, depth_m:, water: plan.water)
        { warn_from_m:, depth_m:, lift_kg:, lead_kg: Handling::Pressure.lead_kg(lift_kg, plan.water),
          release_depth_m: Handling::Pressure.release_depth_m(depth_m),
          residual_lift: Handling::Pressure.residual_lift(weight_g:, depth_m:, water: plan.water) }
      end

      def typical_g(species) = species.weight_g_at(species.typical_mm)
      private_class_method :pressure, :typical_g
    end
  end
end
