# frozen_string_literal: true

module Core
  module Trips
    # Everything the Deck may look up, compiled before the water: the browser computes no rule. R9.
    #
    #   trip:    Hash, passed through;  spots: [Hash];  laws: [Law::Entry]
    #   species: [Fish::Species]
    #   pouch:   [String] tag numbers, next one first; empty when the member may not tag
    #   rules:   Protocol::HouseRules
    #
    # next_acts: { act or "start" => [acts], ... };  rest: { min_seconds:, times_last_lift: } between two lifts
    # lines:     [{ text:, why:, letter: }, ...];  situations: [{ dimension => [values] }, ...]
    # may_keep:  whether the house lets fish be kept at all
    # caution, tagging: the tables of Handling::Caution and TagDecision
    # length_margin_mm: by method, how close to a legal limit is too close to call
    # lead:      { weights_g:, depths_m:, kg: [[by weight] by depth], release_m: [by depth] } for the descender, in this water
    # known_fish: [{ number:, species_code:, length_mm:, length_kind:, released_on: }] at large here, so that a recapture is told its story at once
    # first_aid: Handling::FirstAid
    #
    # Per species:
    #   fight_budgets: [{ up_to_mm:, seconds: }, ...] by length; the last one has up_to_mm nil
    #   (each row of fight_budgets also has weight_g, what such a fish weighs)
    #   air: { from_c:, step_c:, warm_points: [by step], rows: [[one_lift_seconds x 6], ...] }, a row per temperature step, in a
    #        row: within, over, twice over the fight budget for an ordinary-sized fish, then the same for a large one
    #   advice: [[situation, line], ...] as indexes, most urgent first; the first three that apply are shown
    #   in_water_only_mm: above it no lift at all
    class Card
      FORMAT = 2
      FROM_C = 0.0
      STEP_C = 0.5
      TO_C = 32.0
      LENGTH_STEP_MM = 50
      LEAD_WEIGHTS_G = [250, 500, 1000, 1500, 2000, 3000, 4000, 6000, 8000, 12_000, 20_000, 40_000].freeze
      LEAD_DEPTHS_M = [10, 15, 20, 25, 30, 40, 50, 60, 80, 100].freeze
      FIGHT_RATIOS = [1.0, 1.5, 2.5].freeze

      def self.compile(**given) = new(**given).compile

      def initialize(trip:, species:, pouch:, rules:, spots: [], laws: [], known_fish: [], tagging_seconds: nil)
        @trip = trip
        @species = species
        @pouch = pouch
        @rules = rules
        @spots = spots
        @known_fish = known_fish
        @tagging_seconds = tagging_seconds
        @laws = laws.to_h { |entry| [entry.species_code, entry] }
        @lines = {}
        @situations = {}
        @air = {}
      end

      def compile
        species = @species.map { |one| lookup(one) }
        { format: FORMAT, house_rules_version: @rules.version, trip: @trip, pouch: @pouch, spots: @spots, next_acts:, rest:,
          may_keep: @rules.school(:keep) == :as_law_allows, tag_everything: @rules.school(:small_fish) == :tag_everything,
          dimensions: Handling::Advice::DIMENSIONS, most_lines: Handling::Advice::MOST_LINES,
          caution: Handling::Caution.table, tagging: Handling::TagDecision.table(tagging_seconds: @tagging_seconds), length_margin_mm:, lead:,
          known_fish: @known_fish, first_aid: Handling::FirstAid::CASES.map(&:to_h), lines: @lines.keys, situations: @situations.keys, species: }
      end

      private

      # Which taps may come next, the natural one first; "start" before the first tap.
      def next_acts = Handling::Stages::MAY_FOLLOW.transform_keys { |act| act || "start" }

      # A lift may be followed by another after the larger of these two rests.
      def rest = { min_seconds: Handling::AirBudget::MIN_REST_SECONDS, times_last_lift: Handling::AirBudget::REST_PER_LIFT }

      def length_margin_mm = Fish::Length::SD_MM_BY_METHOD.transform_values { |sd_mm| (Law::Slot::Z95 * sd_mm).round(1) }

      # For a real fish and depth the next larger row of each counts.
      def lead
        pressure = Handling::Pressure
        kg = LEAD_DEPTHS_M.map do |depth_m|
          LEAD_WEIGHTS_G.map { |weight_g| pressure.lead_kg(pressure.lift_kg(weight_g:, depth_m:, water:), water).ceil(2) }
        end
        { weights_g: LEAD_WEIGHTS_G, depths_m: LEAD_DEPTHS_M, kg:, release_m: LEAD_DEPTHS_M.map { |depth_m| pressure.release_depth_m(depth_m).ceil } }
      end

      def water = @trip[:water_kind] || "sea"

      def lookup(species)
        guild = species.guild
        { code: species.code, common_name: species.common_name, guild: guild.key, guild_name: guild.name,
          length_kind: species.length_kind, typical_mm: species.typical_mm, min_mm: species.min_mm, max_mm: species.max_mm,
          min_taggable_mm: species.min_taggable_mm, taggable: species.taggable?,
          large_from_mm: (Handling::AirBudget::LARGE_SHARE * species.large_mm).ceil,
          in_water_only_mm: in_water_only_mm(species), warm_c: species.warm_c, stop_c: species.stop_c,
          pressure_from_m: Handling::Pressure.warn_from_m(species, water), law: law(species),
          advice: advice(species), fight_budgets: fight_budgets(species), air: air(species) }
      end

      def in_water_only_mm(species) = [species.in_water_only_mm, @laws[species.code]&.in_water_only_mm].compact.min

      def law(species)
        entry = @laws[species.code]
        entry && { min_mm: entry.min_mm, max_mm: entry.max_mm, length_kind: entry.length_kind, bag_limit: entry.bag_limit, sentence: entry.sentence,
                   open: @trip[:held_on].nil? || entry.open_on?(@trip[:held_on]), authority: entry.authority, checked_on: entry.checked_on }
      end

      def advice(species)
        Handling::Advice.rows(species:, rules: @rules).map do |row|
          [@situations[row[:when]] ||= @situations.size, @lines[row.slice(:text, :why, :letter)] ||= @lines.size]
        end
      end

      def fight_budgets(species)
        last = (species.max_mm / LENGTH_STEP_MM.to_f).ceil * LENGTH_STEP_MM
        (LENGTH_STEP_MM..last).step(LENGTH_STEP_MM).map do |mm|
          # The middle of the step stands for it.
          weight_g = species.weight_g_at(mm - (LENGTH_STEP_MM / 2))
          { up_to_mm: mm == last ? nil : mm, weight_g: weight_g.round, seconds: Handling::FightBudget.seconds(weight_g:) }
        end
      end

      # Species with the same base seconds and limits share their rows.
      def air(species)
        guild = species.guild
        base_seconds = @rules.air_base_seconds(guild.air_class, guild.key)
        @air[[base_seconds, species.warm_c, species.stop_c]] ||= { from_c: FROM_C, step_c: STEP_C, rows: air_rows(base_seconds, species), warm_points: warm_points(species) }
      end

      def warm_points(species) = (FROM_C..TO_C).step(STEP_C).map { |temp_c| Handling::Caution.warm(temp_c, species.warm_c, species.stop_c) }

      def air_rows(base_seconds, species)
        budget = Handling::AirBudget
        fights = FIGHT_RATIOS.map { |ratio| budget.fight(ratio) }
        sizes = [species.min_mm, species.large_mm].map { |length_mm| budget.size(length_mm, species.large_mm) }
        (FROM_C..TO_C).step(STEP_C).map do |temp_c|
          heat = budget.heat(temp_c, species.warm_c, species.stop_c)
          sizes.flat_map { |size| fights.map { |fight| budget.one_lift_seconds(base_seconds, heat:, fight:, size:) } }
        end
      end
    end
  end
end
