# frozen_string_literal: true

module Core
  module Handling
    # How hard this fish was handled: points with every contribution by name, for learning and for the tag decision.
    # A handling score under house rules, not a chance of dying; whoever shows it says so.
    #
    #   seen: { hook_place:, removal:, bleeding:, reflexes: {}, pressure_signs: Integer, sent_down: bool,
    #           dry_surface: bool, dropped: bool, hung_by_jaw: bool, open_wound: bool }, all optional
    #   air_seconds, air_budget_seconds, fight_seconds, fight_budget_seconds: nil where not known
    #   water_temp_c, warm_c, stop_c
    #
    # Returns a frozen Score: points 0..100, band :good | :watch | :poor | :grave, parts [{ name:, points: }].
    module Caution
      HOOK = { "lip" => 0, "jaw_corner" => 0, "roof" => 8, "tongue" => 8, "outside" => 10, "eye" => 20, "throat" => 25, "gill" => 35, "stomach" => 35 }.freeze
      DEEP = %w[throat gill stomach].freeze
      BLEEDING = { "none" => 0, "light" => 8, "heavy" => 30 }.freeze
      DEEP_PULLED = 15
      AIR_SLOPE, AIR_MOST = 10, 30
      FIGHT_SLOPE, FIGHT_MOST = 8, 16
      WARM_SLOPE, STOP_POINTS = 20, 30
      PRESSURE = [0, 15, 25].freeze
      SENT_DOWN = -10
      DRY_SURFACE, DROPPED, HUNG_BY_JAW, ABSENT_REFLEX, OPEN_WOUND = 8, 10, 8, 8, 5
      MOST = 100
      BANDS = { good: 0..19, watch: 20..39, poor: 40..59, grave: 60..MOST }.freeze

      Score = Struct.new(:points, :band, :parts, keyword_init: true)

      module_function

      # The same points as rows to look up, for a device that computes no rule: `air_over[n]` is the least air/budget ratio
      # that earns n + 1 points; bands are { from: points, band: name }.
      def table
        steps = ->(slope, most) { (1..most).map { |points| 1 + ((points - 0.5) / slope) } }
        { hook: HOOK, deep: DEEP, deep_pulled: DEEP_PULLED, bleeding: BLEEDING, pressure: PRESSURE, sent_down: SENT_DOWN, air_over: steps.call(AIR_SLOPE, AIR_MOST),
          fight_over: steps.call(FIGHT_SLOPE, FIGHT_MOST), dry_surface: DRY_SURFACE, dropped: DROPPED, hung_by_jaw: HUNG_BY_JAW, absent_reflex: ABSENT_REFLEX,
          open_wound: OPEN_WOUND, most: MOST, bands: BANDS.map { |band, range| { from: range.first, band: } } }
      end

      def score(seen:, air_seconds: nil, air_budget_seconds: nil, fight_seconds: nil, fight_budget_seconds: nil, water_temp_c: nil, warm_c: nil, stop_c: nil)
        parts = [*wounds(seen), *pressure(seen), *handling(seen),
                 ["air over budget", over(air_seconds, air_budget_seconds, AIR_SLOPE, AIR_MOST)],
                 ["fight over budget", over(fight_seconds, fight_budget_seconds, FIGHT_SLOPE, FIGHT_MOST)],
                 ["warm water", warm(water_temp_c, warm_c, stop_c)]]
        parts = parts.reject { |_, points| points.zero? }.map { |name, points| { name:, points: }.freeze }
        points = parts.sum { |part| part[:points] }.clamp(0, MOST)
        Score.new(points:, band: BANDS.key(BANDS.values.find { |range| range.cover?(points) }), parts: parts.freeze).freeze
      end

      def wounds(seen)
        place = seen[:hook_place]
        [["hook in the #{place&.tr('_', ' ')}", HOOK.fetch(place, 0)],
         ["deep hook pulled out", DEEP.include?(place) && seen[:removal] == "pulled" ? DEEP_PULLED : 0],
         ["bleeding", BLEEDING.fetch(seen[:bleeding], 0)], ["open wound or old hook damage", seen[:open_wound] ? OPEN_WOUND : 0]]
      end

      def pressure(seen)
        signs = seen[:pressure_signs].to_i
        [["pressure signs", PRESSURE.fetch([signs, PRESSURE.size - 1].min)], ["sent down by descender", signs.positive? && seen[:sent_down] ? SENT_DOWN : 0]]
      end

      def handling(seen)
        [["dry surface or cloth", seen[:dry_surface] ? DRY_SURFACE : 0], ["dropped", seen[:dropped] ? DROPPED : 0], ["hung by the jaw", seen[:hung_by_jaw] ? HUNG_BY_JAW : 0],
         *Vitality.absent(seen[:reflexes] || {}).map { |name| ["no #{name.tr('_', ' ')}", ABSENT_REFLEX] }]
      end

      # A budget of zero is over from the first second.
      def over(seconds, budget, slope, most)
        return 0 if seconds.nil? || budget.nil? || seconds.zero?
        return most if budget.zero?

        (slope * ((seconds / budget.to_f) - 1)).round.clamp(0, most)
      end

      def warm(temp, warm_c, stop_c)
        return 0 if temp.nil? || warm_c.nil? || temp <= warm_c
        return STOP_POINTS if temp >= stop_c

        (WARM_SLOPE * (temp - warm_c) / (stop_c - warm_c).to_f).round
      end
      private_class_method :wounds, :pressure, :handling, :over
    end
  end
end
