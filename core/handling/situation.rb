# frozen_string_literal: true

module Core
  module Handling
    # One fish as it is now, under the rules and the law that count for it: the one thing that
    # advice, budgets, score, tag decision, keep verdict and descender are asked of, at the water
    # and at the desk alike.
    #
    #   species:   Fish::Species;  rules: Protocol::HouseRules;  law: Law::Entry or nil
    #   water:     "sea" | "fresh";  on: the day as ISO text or Date, for the season; nil: not asked
    #   encounter: the record's own fields, every one optional: taps, length_mm, length_kind,
    #              length_how, length_sd_mm, weight_g, hook_place, removal, bleeding, reflexes,
    #              pressure_signs, handling, marks, depth_m, water_temp_c, and, where nobody tapped,
    #              air_seconds
    #   now_ms:    Integer while it is in hand; nil afterwards
    #   units:     "metric" | "imperial", for the sentences
    #   trained_to_vent: whether this member may
    #   platform:  what the angler stands on, see Vocabulary; nil where nobody said
    #   cooler_below_c: by how much the bottom is cooler than the surface; nil where nobody read it
    #
    # Raises InvalidInput for taps that cannot be.
    class Situation < Value.of(
      :species, :rules, :encounter, :law, :on, :now_ms,
      water: "sea", units: "metric", trained_to_vent: false, platform: nil, cooler_below_c: nil
    )
      # Below this the water chills a warm hand burns slime in. House rule.
      COLD_C = 10
      # From this difference on the layer below is a refuge from warm water. House rule.
      LAYER_C = 4
      # A hook that lies there was swallowed.
      SWALLOWED = %w[throat stomach].freeze
      OUT_BY_HAND = %w[in_water remover pliers pulled].freeze

      attr_reader :stages, :length, :own_length, :temp_c, :reflexes

      def initialize(**fields)
        encounter = fields.fetch(:encounter)
        @stages = Stages.new(encounter[:taps] || [], now_ms: fields[:now_ms])
        @length = Fish::Length.of(encounter)
        @own_length = fields.fetch(:species).convert(@length)
        @temp_c = encounter[:water_temp_c]&.to_f
        @reflexes = (encounter[:reflexes] || {}).to_h { |name, how| [name.to_s, how] }
        super
      end

      def guild = species.guild

      def school(key) = rules.school(key, guild.key)

      def stage = stages.current || "start"

      def hook_place = encounter[:hook_place]

      def bleeding = encounter[:bleeding]

      def has?(mishap) = (encounter[:handling] || []).include?(mishap)

      # Measured, but in a kind that cannot be turned into the species' own.
      def unconverted? = !length.nil? && own_length.nil?

      # :cool | :warm | :stop; a temperature that nobody read counts as cool, and is said.
      def heat
        return :cool if temp_c.nil? || temp_c < species.warm_c

        temp_c >= species.stop_c ? :stop : :warm
      end

      def cold? = !temp_c.nil? && temp_c < COLD_C

      # A warm layer lies over cool water.
      def layered? = !cooler_below_c.nil? && cooler_below_c >= LAYER_C

      # It came from where pressure is likely to have hurt it.
      def from_deep?
        depths = Pressure.depths_of(self)
        !depths.nil? && encounter[:depth_m].to_f >= depths[:likely_m]
      end

      # A hook that was swallowed is out again.
      def swallowed_hook_out?
        SWALLOWED.include?(hook_place) && OUT_BY_HAND.include?(encounter[:removal])
      end

      # Warm water, or a cold shock at the surface, adds to what depth did.
      def harsh_water? = heat != :cool || cold?

      # Fish of its kind that were kept before it on this day.
      def kept_before = encounter[:kept_before] || 0

      # Seconds of the fight so far.
      def fight_seconds = encounter[:fight_seconds] || stages.fight_seconds

      # Seconds in the air so far: as tapped, else as written on paper; nil where nobody knows.
      def air_seconds = encounter[:air_seconds] || stages.air_seconds

      # Before the lift that runs now.
      def air_before_seconds = stages.ended_air_seconds

      # Grams: as weighed, else of a fish of its length, else of a usual one.
      def weight_g = encounter[:weight_g] || species.weight_g_at(length_or_usual_mm)

      # What a fight may take does not hang on a scale that is read after it.
      def fight_budget_seconds
        FightBudget.seconds(weight_g: species.weight_g_at(length_or_usual_mm))
      end

      def fight_ratio = fight_seconds ? fight_seconds / fight_budget_seconds.to_f : 0.0

      def weak? = Vitality.weak?(reflexes)

      # Signs of pressure that count: a stomach turned out by a swallowed hook, without depth, is
      # the hook's.
      def pressure_signs
        signs = encounter[:pressure_signs] || []
        stomach_by_hook? ? signs.reject { |sign| sign == "stomach_out" } : signs
      end

      # Without depth: the species cannot be hurt by it, or it came from above the depth where it
      # would be. Where nobody read the depth, a swallowed hook is taken for the cause.
      def stomach_by_hook?
        return false unless (encounter[:pressure_signs] || []).include?("stomach_out")
        return true if species.bladder == "none"

        depth_m = encounter[:depth_m]
        return SWALLOWED.include?(hook_place) if depth_m.nil?

        depths = Pressure.depths_of(self)
        depths.nil? || depth_m < depths[:mind_m]
      end

      # Does pressure hurt it, so that it has to go down again?
      def swollen? = species.bladder != "none" && pressure_signs.any?

      # Why it may not be lifted at all, or nil: :never | :stop | :fragile_warm | :large |
      # :over_legal | :unmeasured | :kind
      def no_lift
        return :never if guild.is?(:never_lifted)
        return :stop if heat == :stop
        return :fragile_warm if heat == :warm && guild.air_class == :fragile
        if guild.is?(:large_never_lifted) &&
            (unconverted? || (own_length && own_length.mm >= species.large_mm))
          return :large
        end

        in_water_limits.filter_map { |limit| held_in_water(*limit) }.first
      end

      # [[length in mm, its kind], ...] above which it stays in the water.
      def in_water_limits
        [
          [species.in_water_only_mm, species.length_kind],
          [law&.in_water_only_mm, law && (law.length_kind || species.length_kind)]
        ].select(&:first)
      end

      def large?
        return true if unconverted?

        !own_length.nil? && own_length.mm >= rules.share(:large_from_percent) * species.large_mm
      end

      def may_keep? = rules.school(:keep) == :as_law_allows

      def removed? = !encounter[:removal].nil?

      private

      def length_or_usual_mm = own_length ? own_length.mm : species.typical_mm

      # A legal limit is held with its error: near it the careful side is taken.
      def held_in_water(limit_mm, kind)
        return :unmeasured if length.nil?

        converted = species.convert(length, to: kind)
        return :kind if converted.nil?

        converted.against(limit_mm) == :under ? nil : :over_legal
      end
    end
  end
end
