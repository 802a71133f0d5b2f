# frozen_string_literal: true

module Core
  module Trips
    # Everything the Deck may look up, compiled before the water: the browser computes no rule.
    #
    #   trip:    Hash, passed through
    #   species: [Fish::Species]
    #   pouch:   [String] tag numbers, next one first
    #   rules:   Protocol::HouseRules
    #
    # next_acts: { act or "start" => [acts], ... };  rest: { min_seconds:, times_last_lift: } between two lifts
    #
    # Per species:
    #   fight_budgets: [{ up_to_mm:, seconds: }, ...] by length; the last one has up_to_mm nil
    #   air: { from_c:, step_c:, rows: [[one_lift_seconds x 6], ...] }, a row per temperature step, in a
    #        row: within, over, twice over the fight budget for an ordinary-sized fish, then the same for a large one
    #   in_water_only_mm: above it no lift at all
    module Card
      FROM_C = 0.0
      STEP_C = 0.5
      TO_C = 32.0
      LENGTH_STEP_MM = 50
      FIGHT_RATIOS = [1.0, 1.5, 2.5].freeze

      module_function

      def compile(trip:, species:, pouch:, rules:)
        { house_rules_version: rules.version, trip:, pouch:, next_acts:, rest:, species: species.map { |one| lookup(one, rules) } }
      end

      # Which taps may come next, the natural one first; "start" before the first tap.
      def next_acts = Handling::Stages::MAY_FOLLOW.transform_keys { |act| act || "start" }

      # A lift may be followed by another after the larger of these two rests.
      def rest = { min_seconds: Handling::AirBudget::MIN_REST_SECONDS, times_last_lift: Handling::AirBudget::REST_PER_LIFT }

      def lookup(species, rules)
        guild = species.guild
        { code: species.code, common_name: species.common_name, guild: guild.key, guild_name: guild.name,
          length_kind: species.length_kind, typical_mm: species.typical_mm, min_mm: species.min_mm, max_mm: species.max_mm,
          min_taggable_mm: species.min_taggable_mm, taggable: species.taggable?,
          large_from_mm: (Handling::AirBudget::LARGE_SHARE * species.large_mm).ceil,
          in_water_only_mm: species.in_water_only_mm, warm_c: species.warm_c, stop_c: species.stop_c,
          now: now_lines(species, guild), fight_budgets: fight_budgets(species), air: air(species, rules) }
      end

      # At most three: what can hurt you, how to hold, how to let go.
      def now_lines(species, guild)
        hazards = species.all_hazards
        [hazards.empty? ? nil : "Mind the #{hazards.join(', ')}.", guild.hold, guild.revive].compact
      end

      def fight_budgets(species)
        last = (species.max_mm / LENGTH_STEP_MM.to_f).ceil * LENGTH_STEP_MM
        (LENGTH_STEP_MM..last).step(LENGTH_STEP_MM).map do |mm|
          # The middle of the step stands for it.
          { up_to_mm: mm == last ? nil : mm,
            seconds: Handling::FightBudget.seconds(weight_g: species.weight_g_at(mm - (LENGTH_STEP_MM / 2))) }
        end
      end

      def air(species, rules)
        rows = (FROM_C..TO_C).step(STEP_C).map do |temp_c|
          [species.min_mm, species.large_mm].flat_map do |length_mm|
            FIGHT_RATIOS.map { |ratio| one_lift_seconds(species, rules, temp_c, ratio, length_mm) }
          end
        end
        { from_c: FROM_C, step_c: STEP_C, rows: }
      end

      def one_lift_seconds(species, rules, temp_c, fight_ratio, length_mm)
        air_class = species.guild.air_class
        Handling::AirBudget.for(air_class:, base_seconds: rules.air_base_seconds(air_class), water_temp_c: temp_c,
                                warm_c: species.warm_c, stop_c: species.stop_c, fight_ratio:, length_mm:,
                                large_mm: species.large_mm).one_lift_seconds
      end
      private_class_method :next_acts, :rest, :lookup, :now_lines, :fight_budgets, :air, :one_lift_seconds
    end
  end
end
