# frozen_string_literal: true

module Core
  module Trips
    # Seconds, depths and weights for one expected species of a plan: what the Deck says of such a
    # fish before it is measured.
    module Budgets
      module_function

      #   law: Law::Entry of this species here, or nil
      #
      # Returns { species_code:, air: AirBudget::Budget, fight_seconds:, pressure: Hash | nil };
      # pressure holds mind_from_m, likely_from_m, and where it comes from deeper in a house that
      # descends depth_m, lift_kg, lead_kg, release_depth_m and the residual lift on the way down.
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

      # As Handling::Pressure.depths, in the water that the plan expects.
      def depths(species, plan, rules)
        harsher = !plan.warmest_c.nil? && plan.warmest_c >= species.warm_c
        Handling::Pressure.depths(species, rules, harsher:)
      end

      def pressure(species, plan, rules)
        depths = depths(species, plan, rules)
        return nil if depths.nil?

        from = { mind_from_m: depths[:mind_m], likely_from_m: depths[:likely_m] }
        depth_m = plan.depth_to_m
        descends = rules.school(:pressure, species.guild.key) == :descend
        deep = descends && depth_m && depth_m >= depths[:likely_m]
        from.merge(deep ? down(species, plan) : NOT_DOWN)
      end

      NOT_DOWN = { depth_m: nil, lift_kg: nil, lead_kg: nil, release_depth_m: nil,
                   residual_lift: [] }.freeze

      # The lead that a large fish of the species needs to go down again.
      def down(species, plan)
        depth_m, water = plan.depth_to_m, plan.water
        weight_g = species.weight_g_at(species.large_mm)
        lift_kg = Handling::Pressure.lift_kg(weight_g:, depth_m:, water:)
        { depth_m:, lift_kg:, lead_kg: Handling::Pressure.lead_kg(lift_kg, water),
          release_depth_m: Handling::Pressure.release_depth_m(depth_m),
          residual_lift: Handling::Pressure.residual_lift(weight_g:, depth_m:, water:) }
      end
      private_class_method :pressure, :down
    end
  end
end
