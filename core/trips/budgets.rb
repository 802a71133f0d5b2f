# frozen_string_literal: true

module Core
  module Trips
    # Seconds, depths and weights for one expected species of a plan: what the Deck says of such a
    # fish before it is measured. R5.
    module Budgets
      module_function

      #   law: Law::Entry of this species here, or nil
      #
      # Returns { species_code:, air: AirBudget::Budget, fight_seconds:, pressure: Hash | nil };
      # pressure holds warn_from_m, and where it comes from deeper in a house that descends depth_m,
      # lift_kg, lead_kg, release_depth_m and the residual lift on the way down.
      def for(species:, plan:, rules:, law: nil)
        situation =
          Handling::Situation.new(
            species:, rules:, law:, water: plan.water,
            encounter: {
              water_temp_c: plan.warmest_c
            }
          )
        {
          species_code: species.code,
          air: Handling::AirBudget.for(situation),
          fight_seconds: situation.fight_budget_seconds,
          pressure: pressure(species, plan, rules)
        }
      end

      def pressure(species, plan, rules)
        warn_from_m = Handling::Pressure.warn_from_m(species, plan.water)
        return nil if warn_from_m.nil?

        depth_m = plan.depth_to_m
        descends = rules.school(:pressure, species.guild.key) == :descend
        if !descends || depth_m.nil? || depth_m < warn_from_m
          return (
            {
              warn_from_m:, depth_m: nil, lift_kg: nil, lead_kg: nil, release_depth_m: nil,
              residual_lift: []
            }
          )
        end

        weight_g = species.weight_g_at(species.large_mm)
        lift_kg = Handling::Pressure.lift_kg(weight_g:, depth_m:, water: plan.water)
        {
          warn_from_m:, depth_m:, lift_kg:,
          lead_kg: Handling::Pressure.lead_kg(lift_kg, plan.water),
          release_depth_m: Handling::Pressure.release_depth_m(depth_m),
          residual_lift: Handling::Pressure.residual_lift(weight_g:, depth_m:, water: plan.water)
        }
      end
      private_class_method :pressure
    end
  end
end
