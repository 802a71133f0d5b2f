# frozen_string_literal: true

module Core
  module Trips
    # Go, go with care, or hold: one answer per expected species, with its reasons.
    #
    # Source: house rules; fragile fish are not targeted in warm water at all.
    module GoVerdict
      WORDS = { ok: "go", care: "go with care", stop: "hold" }.freeze

      module_function

      # Returns { species_code:, verdict: :ok | :care | :stop, findings: [Finding] }.
      # law: Law::Entry of the species and water, nil where none is entered
      def for(species:, plan:, rules:, law: nil)
        findings = [
          season(species, plan, law),
          temperature(species, plan),
          depth(species, plan, rules),
          swallowed(species, plan, rules),
          barbs(plan, rules)
        ].compact
        { species_code: species.code, verdict: Finding.worst(findings), findings: }
      end

      def season(species, plan, law)
        return nil if law.nil? || law.open_on?(plan.held_on)

        Finding.stop(
          :season,
          Text.of("trips.go_verdict.the_season_for_is_closed", common_name: species.common_name),
          "law as entered"
        )
      end

      def temperature(species, plan)
        temp, name, warm = plan.warmest_c, species.common_name, Units.temp_text(species.warm_c)
        if temp.nil?
          return (
            Finding.care(
              :temperature,
              Text.of(
                "trips.go_verdict.no_water_temperature_yet_measure", name:,
                stop_c: Units.temp_text(species.stop_c)
              ),
              "house rule"
            )
          )
        end

        read = Units.temp_text(temp)
        if temp < species.warm_c
          return (
            Finding.ok(
              :temperature,
              "#{read} is cool enough for #{name} (warm from #{warm}).",
              "house rule"
            )
          )
        end
        if temp >= species.stop_c
          return (
            Finding.stop(
              :temperature,
              Text.of(
                "trips.go_verdict.is_at_or_above_where", read:,
                stop_c: Units.temp_text(species.stop_c), name:
              ),
              "house rule"
            )
          )
        end
        if species.guild.air_class == :fragile
          return (
            Finding.stop(
              :temperature,
              "#{read} is warm for a fragile fish (from #{warm}): do not target #{name} today.",
              "house rule"
            )
          )
        end

        Finding.care(
          :temperature,
          Text.of("trips.go_verdict.is_warm_for_from_shorter", read:, name:, warm:),
          "house rule"
        )
      end

      READY = {
        descend: "have the descender ready",
        vent: "have the needle ready if you are trained",
        rest_in_net: "have the net in the water"
      }.freeze

      def depth(species, plan, rules)
        depths = Budgets.depths(species, plan, rules)
        return nil if depths.nil? || plan.depth_to_m.nil? || plan.depth_to_m < depths[:mind_m]

        likely = plan.depth_to_m >= depths[:likely_m]
        happens = likely ? "is likely to come up injured by pressure" : "may come up swollen"
        Finding.care(:depth,
          Text.of(
            "trips.go_verdict.from_m_you_plan_to", mind_m: depths[likely ? :likely_m : :mind_m],
            common_name: species.common_name, happens:, depth_to_m: plan.depth_to_m,
            pressure: READY.fetch(rules.school(:pressure))
          ), "school J")
      end

      # A static bait is swallowed; in warm water that kills.
      def swallowed(species, plan, rules)
        unless plan.bait == "natural" && plan.hook != "circle" && plan.warmest_c &&
            plan.warmest_c >= species.warm_c
          return nil
        end

        instead =
          (
            if rules.school(:hooks) == :flattened_circle
              "circle hooks, or strike within two seconds"
            else
              "strike within two seconds"
            end
          )
        Finding.care(
          :bait,
          Text.of("trips.go_verdict.natural_bait_on_a_hook", hook: plan.hook, instead:),
          "school N"
        )
      end

      def barbs(plan, rules)
        return nil if plan.barbs != "barbed" || rules.school(:hooks) == :barbed

        Finding.care(:barbs, "Flatten the barbs: unhooking takes seconds less.", "school N")
      end
      private_class_method :season, :temperature, :depth, :swallowed, :barbs
    end
  end
end
