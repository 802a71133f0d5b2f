# frozen_string_literal: true

module Core
  module Trips
    # Go, go with care, or hold: one answer per expected species, with its reasons. R4.
    #
    # Source: house rules; fragile fish are not targeted in warm water at all.
    module GoVerdict
      WORDS = { ok: "go", care: "go with care", stop: "hold" }.freeze

      module_function

      # Returns { species_code:, verdict: :ok | :care | :stop, findings: [Finding] }.
      def for(species:, plan:)
        findings = [temperature(species, plan), depth(species, plan), swallowed(species, plan), barbs(plan)].compact
        { species_code: species.code, verdict: Finding.worst(findings), findings: }
      end

      def temperature(species, plan)
        temp = plan.warmest_c
        if temp.nil?
          return Finding.care(:temperature, "No water temperature yet. Read it before you fish: #{species.common_name} is not tagged from #{species.stop_c} °C.",
                              "house rule")
        end
        return Finding.ok(:temperature, "#{temp} °C is cool enough for #{species.common_name} (warm from #{species.warm_c} °C).", "house rule") if temp < species.warm_c
        if temp >= species.stop_c
          return Finding.stop(:temperature, "#{temp} °C is at or above #{species.stop_c} °C, where #{species.common_name} is neither targeted nor tagged.",
                              "house rule")
        end
        if species.guild.air_class == :fragile
          return Finding.stop(:temperature, "#{temp} °C is warm for a fragile fish (from #{species.warm_c} °C): do not target #{species.common_name} today.",
                              "house rule")
        end

        Finding.care(:temperature, "#{temp} °C is warm for #{species.common_name} (from #{species.warm_c} °C): shorter lifts, land it fast, unhook in the water.",
                     "house rule")
      end

      def depth(species, plan)
        warn = Handling::Pressure.warn_from_m(species, plan.water)
        return nil if warn.nil? || plan.depth_to_m.nil? || plan.depth_to_m < warn

        Finding.care(:depth,
                     "From #{warn} m #{species.common_name} comes up with pressure injury; you plan to #{plan.depth_to_m} m. " \
                     "Slow the last part, and have the descender ready.", "school J")
      end

      # A static bait is swallowed; in warm water that kills.
      def swallowed(species, plan)
        return nil unless plan.bait == "natural" && plan.hook != "circle" && plan.warmest_c && plan.warmest_c >= species.warm_c

        Finding.care(:bait, "Natural bait on a #{plan.hook} hook is swallowed, and in warm water that kills: circle hooks, or strike within two seconds.", "school N")
      end

      def barbs(plan)
        plan.barbs == "barbed" ? Finding.care(:barbs, "Flatten the barbs: unhooking takes seconds less.", "school N") : nil
      end
      private_class_method :temperature, :depth, :swallowed, :barbs
    end
  end
end
