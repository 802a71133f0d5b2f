# frozen_string_literal: true

module Core
  module Trips
    # Whether rod, line and hooks make for a short fight and an easy release.
    #
    # Source: house rules, schools G and N.
    module Tackle
      MIN_LINE_KG = 4.5
      LINE_PER_FISH = 1.5

      module_function

      # Returns [Finding].
      def check(plan:, locker:, rules:)
        [
          line(plan, locker),
          hook(plan, rules),
          barbs(plan, rules),
          metal(locker),
          treble(plan),
          trace(plan)
        ].compact
      end

      # Breaking strain that the heaviest expected fish asks for, kg.
      def line_needed_kg(plan) = [MIN_LINE_KG, LINE_PER_FISH * plan.heaviest_g / 1000].max

      def line(plan, locker)
        need = line_needed_kg(plan).round(1)
        if locker.line_kg.nil?
          return (
            Finding.care(
              :line,
              "Use line of #{need} kg or more. Your line is not in the locker yet.",
              "house rule"
            )
          )
        end
        if locker.line_kg >= need
          return (
            Finding.ok(
              :line,
              "Line of #{locker.line_kg} kg keeps the fight short (#{need} kg needed).",
              "house rule"
            )
          )
        end

        Finding.stop(
          :line,
          Text.of("trips.tackle.line_of_kg_is_too", line_kg: locker.line_kg, need:),
          "school G"
        )
      end

      # A bait on anything but a circle is swallowed unless the strike is quick; how strictly
      # depends on what the house fishes.
      def hook(plan, rules)
        return nil unless plan.bait == "natural"
        if plan.hook == "circle"
          return (
            Finding.ok(
              :hook,
              Text.of("trips.tackle.circle_hook_with_natural_bait"),
              "school N"
            )
          )
        end

        school = rules.school(:hooks)
        if school == :flattened_circle
          return (
            Finding.stop(
              :hook,
              Text.of("trips.tackle.natural_bait_on_a_hook", hook: plan.hook),
              "school N"
            )
          )
        end

        Finding.care(
          :hook, "With this bait strike within two seconds, or it is swallowed.", "school N"
        )
      end

      def barbs(plan, rules)
        return nil if plan.barbs == "flattened" || rules.school(:hooks) == :barbed

        Finding.stop(:barbs, "Flatten the barbs: the house fishes without.", "school N")
      end

      def metal(locker)
        return nil if locker.hook_rusts.nil? || locker.hook_rusts

        Finding.care(
          :metal,
          "Hook metal that does not rust stays in a fish for good. Use metal that rusts.",
          "school H"
        )
      end

      def treble(plan)
        return unless plan.hook == "treble"

        Finding.care(
          :treble,
          Text.of("trips.tackle.take_the_middle_treble_off"),
          "house rule"
        )
      end

      # Hooks that are bent sideways go deep more often.
      def trace(plan)
        return unless plan.guild_keys.intersect?(Kit::TOOTHED)

        Finding.care(:trace, Text.of("trips.tackle.trace"), "house rule")
      end
      private_class_method :line, :hook, :barbs, :metal, :treble, :trace
    end
  end
end
