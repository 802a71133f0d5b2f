# frozen_string_literal: true

module Core
  module Handling
    # How hard this fish was handled: points with every contribution by name, for learning and for
    # the tag decision. A handling score under house rules, not a chance of dying; whoever shows it
    # says so.
    #
    # Returns a frozen Score: points 0..100, band :good | :watch | :poor | :grave, parts [{ name:,
    # points: }].
    module Caution
      HOOK = {
        "lip" => 0,
        "jaw_corner" => 0,
        "roof" => 8,
        "tongue" => 8,
        "outside" => 10,
        "eye" => 20,
        "throat" => 25,
        "gill" => 35,
        "stomach" => 35
      }.freeze
      DEEP = %w[throat gill stomach].freeze
      BLEEDING = { "none" => 0, "light" => 8, "heavy" => 30 }.freeze
      DEEP_PULLED = 15
      AIR_SLOPE, AIR_MOST = 10, 30
      FIGHT_SLOPE, FIGHT_MOST = 8, 16
      WARM_SLOPE, STOP_POINTS = 20, 30
      PRESSURE = [0, 15, 25].freeze
      SENT_DOWN = -10
      MISHAPS = {
        "dry_surface" => ["dry surface or cloth", 8],
        "dropped" => ["dropped", 10],
        "hung_by_jaw" => ["hung by the jaw", 8]
      }.freeze
      REFLEXES = { "rights_itself" => "does not right itself", "tail_burst" => "no tail burst",
                   "body_flex" => "does not flex", "gill_beat" => "gills do not beat steadily",
                   "eye_follows" => "eye rolls with it" }.freeze
      ABSENT_REFLEX, OPEN_WOUND = 8, 5
      WOUNDS = %w[open_wound old_hook_scar].freeze
      MOST = 100
      BANDS = { good: 0..19, watch: 20..39, poor: 40..59, grave: 60..MOST }.freeze

      Score = Struct.new(:points, :band, :parts, keyword_init: true)

      module_function

      # situation: Situation;  air_budget: AirBudget::Budget of it
      def score(situation, air_budget: AirBudget.for(situation))
        parts = [
          *wounds(situation),
          *pressure(situation),
          *handling(situation),
          [
            "air over the limit",
            over(situation.air_seconds, air_budget.total_seconds, AIR_SLOPE, AIR_MOST)
          ],
          [
            "fight over the limit",
            over(situation.fight_seconds, situation.fight_budget_seconds, FIGHT_SLOPE, FIGHT_MOST)
          ],
          ["warm water", warm(situation.temp_c, situation.species.warm_c, situation.species.stop_c)]
        ]
        sum(parts)
      end

      # parts: [[name, points], ...]
      def sum(parts)
        scored =
          parts
            .reject { |part| part.last.zero? }
            .map { |part| { name: part.first, points: part.last }.freeze }
        points = scored.sum { |part| part[:points] }.clamp(0, MOST)
        Score.new(points:, band: band(points), parts: scored.freeze).freeze
      end

      def band(points) = BANDS.keys.find { |name| BANDS[name].cover?(points) }

      def wounds(situation)
        place = situation.hook_place
        deep_pulled = DEEP.include?(place) && situation.encounter[:removal] == "pulled"
        wounded = (situation.encounter[:marks] || []).any? { |mark| WOUNDS.include?(mark) }
        [
          ["hook in the #{place.to_s.tr('_', ' ')}", HOOK.fetch(place, 0)],
          ["deep hook pulled out", deep_pulled ? DEEP_PULLED : 0],
          ["bleeding", BLEEDING.fetch(situation.bleeding, 0)],
          ["open wound or old hook damage", wounded ? OPEN_WOUND : 0]
        ]
      end

      def pressure(situation)
        signs = situation.pressure_signs.size
        [["pressure signs", PRESSURE[[signs, PRESSURE.size - 1].min]],
          ["sent down by descender",
            signs.positive? && situation.has?("sent_down") ? SENT_DOWN : 0]]
      end

      def handling(situation)
        mishaps = MISHAPS.keys.select { |key| situation.has?(key) }.map { |key| MISHAPS[key] }
        mishaps +
          Vitality
            .absent(situation.reflexes)
            .map { |name| [REFLEXES.fetch(name), ABSENT_REFLEX] }
      end

      # A budget of zero is over from the first second.
      def over(seconds, budget, slope, most)
        return 0 if seconds.nil? || budget.nil? || seconds.zero?
        return most if budget.zero?

        nearest(slope * ((seconds / budget.to_f) - 1)).clamp(0, most)
      end

      def warm(temp_c, warm_c, stop_c)
        return 0 if temp_c.nil? || temp_c <= warm_c
        return STOP_POINTS if temp_c >= stop_c

        nearest(WARM_SLOPE * (temp_c - warm_c) / (stop_c - warm_c).to_f)
      end

      # Whole points; a hair up, so that 19.5 is 20 and not the 19.499 of binary floats.
      def nearest(points) = (points + AirBudget::HAIR).round
      private_class_method :wounds, :pressure, :handling, :nearest
    end
  end
end
