# frozen_string_literal: true

module Core
  module Handling
    # One encounter held against its budgets: what it was allowed, what it took, and the caution score. D16, S6.
    #
    #   encounter: { hook_place:, removal:, bleeding:, reflexes: {}, pressure_signs: [..], handling: [..], marks: [..],
    #                length_mm:, air_seconds:, fight_seconds:, water_temp_c: }
    #   species:   Fish::Species;  rules: Protocol::HouseRules;  in_water_only_mm: the law's, or nil
    #
    # Returns a frozen Result; its score is Caution's.
    module Review
      Result = Struct.new(:air_budget, :fight_budget_seconds, :score, keyword_init: true)

      module_function

      def of(encounter:, species:, rules:, in_water_only_mm: nil)
        guild = species.guild
        length_mm = encounter[:length_mm]
        fight_budget = FightBudget.seconds(weight_g: species.weight_g_at(length_mm || species.typical_mm))
        fight = encounter[:fight_seconds]
        temp = encounter[:water_temp_c]&.to_f
        air = AirBudget.for(air_class: guild.air_class, base_seconds: rules.air_base_seconds(guild.air_class, guild.key), warm_c: species.warm_c, stop_c: species.stop_c,
                            large_mm: species.large_mm, water_temp_c: temp, fight_ratio: fight ? fight / fight_budget : 0.0, length_mm:,
                            in_water_only_mm: [species.in_water_only_mm, in_water_only_mm].compact.min)
        score = Caution.score(seen: seen(encounter), air_seconds: encounter[:air_seconds], air_budget_seconds: air.total_seconds, fight_seconds: fight,
                              fight_budget_seconds: fight_budget, water_temp_c: temp, warm_c: species.warm_c, stop_c: species.stop_c)
        Result.new(air_budget: air, fight_budget_seconds: fight_budget, score:).freeze
      end

      # The record's words as Caution takes them.
      def seen(encounter)
        handling = encounter[:handling] || []
        marks = encounter[:marks] || []
        { hook_place: encounter[:hook_place], removal: encounter[:removal], bleeding: encounter[:bleeding], reflexes: (encounter[:reflexes] || {}).transform_keys(&:to_s),
          pressure_signs: (encounter[:pressure_signs] || []).size, open_wound: marks.intersect?(%w[open_wound old_hook_scar]),
          sent_down: handling.include?("sent_down"), dry_surface: handling.include?("dry_surface"), dropped: handling.include?("dropped"),
          hung_by_jaw: handling.include?("hung_by_jaw") }
      end
      private_class_method :seen
    end
  end
end
