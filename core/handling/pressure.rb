# frozen_string_literal: true

module Core
  module Handling
    # What coming up from depth does to a fish with a swim bladder, and the weight that takes it
    # down again.
    #
    #   depth_m: Numeric >= 0;  weight_g: Numeric > 0;  water: "sea" | "fresh"
    #
    # Source: hydrostatics (pressure in atmospheres, Boyle's law, Archimedes); shares of body volume
    # from fish anatomy texts.
    module Pressure
      METRES_PER_ATM = { "sea" => 10.07, "fresh" => 10.33 }.freeze
      DENSITY_KG_M3 = { "sea" => 1025.0, "fresh" => 1000.0 }.freeze
      # Share of the body that the bladder fills at depth.
      BLADDER_SHARE = { "sea" => 0.05, "fresh" => 0.07 }.freeze
      LEAD_KG_M3 = 11_340.0
      # House rules: the least lead, the margin over the lift, and how deep it goes back at least.
      MIN_LEAD_KG = 0.45
      LEAD_MARGIN = 1.5
      MIN_RELEASE_DEPTH_M = 10

      module_function

      def atmospheres(depth_m, water) = 1 + (depth_m / METRES_PER_ATM.fetch(water))

      # Kilograms that the swollen bladder lifts with at depth z, for a fish caught at depth_m; 0
      # below where it was caught.
      def lift_kg(weight_g:, depth_m:, water:, at_m: 0)
        volume_m3 = weight_g / 1000.0 / DENSITY_KG_M3.fetch(water)
        excess =
          BLADDER_SHARE.fetch(water) * volume_m3 *
          ((atmospheres(depth_m, water) / atmospheres(at_m, water)) - 1)
        [excess, 0].max * DENSITY_KG_M3.fetch(water)
      end

      # Lead on the descender, kg.
      def lead_kg(lift_kg, water)
        [MIN_LEAD_KG, LEAD_MARGIN * lift_kg / (1 - (DENSITY_KG_M3.fetch(water) / LEAD_KG_M3))].max
      end

      # At least half the catch depth and 10 m, never below where it was caught.
      def release_depth_m(depth_m)
        half = [depth_m / 2.0, MIN_RELEASE_DEPTH_M].max
        [half, depth_m].min
      end

      # From how deep it is to be minded, and injury is likely: { mind_m:, likely_m: }; nil for a
      # fish without a bladder. An open one lets gas out by the gullet, so it bears more.
      #
      #   harsher: warm or cold surface water, which makes each one step worse
      #
      # Source: Boyle's law; reviews of barotrauma in recreational fishing. The depths are figures
      # of the house.
      def depths(species, rules, harsher: false)
        return nil if species.bladder == "none"

        kind = species.bladder == "sealed" ? "sealed" : "open"
        mind_m = rules.figure(:"#{kind}_mind_m")
        likely_m = [rules.figure(:"#{kind}_likely_m"), mind_m].max
        { mind_m:, likely_m: harsher ? mind_m : likely_m }
      end

      # The same of a fish in hand.
      def depths_of(situation)
        depths(situation.species, situation.rules, harsher: situation.harsh_water?)
      end

      # Does it go down again whether it shows anything or not?
      def down?(species, rules, depth_m)
        species.bladder == "sealed" && depth_m >= rules.figure(:down_m)
      end

      # What takes this fish down again, where the house descends and depth has hurt it or was deep
      # enough to:
      # { lead_kg:, release_depth_m:, weight_g: } in whole hundredths and metres, or nil.
      #
      # situation: Situation
      def descender(situation)
        depth_m, water = situation.encounter[:depth_m], situation.water
        if depth_m.nil? || situation.school(:pressure) != :descend ||
            situation.species.bladder == "none"
          return nil
        end
        return nil unless situation.swollen? ||
          down?(situation.species, situation.rules, depth_m)

        weight_g = situation.weight_g.round
        lead_kg = lead_kg(lift_kg(weight_g:, depth_m:, water:), water)
        {
          lead_kg: hundredths_up(lead_kg),
          release_depth_m: [release_depth_m(depth_m).ceil, depth_m.floor].min,
          weight_g:
        }
      end

      def hundredths_up(number) = ((number * 100) - 1e-9).ceil / 100.0

      # [[depth_m, kg], ...] from the surface to where it was caught: what is still lifting it on
      # the way down.
      def residual_lift(weight_g:, depth_m:, water:, steps: 8)
        (0..steps)
          .map { |step| depth_m * step / steps.to_f }
          .map { |at_m| [at_m, lift_kg(weight_g:, depth_m:, water:, at_m:)] }
      end
    end
  end
end
