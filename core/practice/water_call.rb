# frozen_string_literal: true

module Core
  module Practice
    # Read the water: heat, depth, platform and hooks in a picture; go, go with care, or hold. The
    # outlook of a real plan answers.
    module WaterCall
      ANSWERS = %w[ok care stop].freeze
      WORDS = { "ok" => "go", "care" => "go with care", "stop" => "hold" }.freeze
      BAITS = %w[natural lure].freeze
      HOOKS = %w[circle j].freeze
      BARBS = %w[flattened barbed].freeze
      FULL = 100
      # One step beside it; holding where care would do costs no fish anything, the other way round
      # it may. House rules.
      TOO_CAREFUL, TOO_BOLD = 40, 0
      # Each of the three is right as often as the others, so that saying one of them to everything
      # wins nothing: so often a water is drawn until one has the answer that was drawn first.
      MOST_TRIES = 60

      module_function

      # species: [Fish::Species] that may be asked about. Returns { species_code:, surface_temp_c:,
      # depth_to_m:, bait:, hook:, barbs:, platform: }
      def task(seed:, species:, level: 0)
        dice = Dice.new(seed)
        wanted = dice.pick(ANSWERS)
        tries = Array.new(MOST_TRIES) { water(dice, dice.pick(species), level) }
        tries.find { |drawn| answered?(drawn, species, wanted) } || tries.last
      end

      def water(dice, animal, level)
        near = level.positive? ? 1.5 : 5.0
        middle = dice.pick([animal.warm_c - 4, animal.warm_c, animal.stop_c])
        { species_code: animal.code,
          surface_temp_c: dice.between(middle - near, middle + near).round(1),
          depth_to_m: dice.pick([2, 4, 8, 15, 25, 40]), bait: dice.pick(BAITS),
          hook: dice.pick(HOOKS), barbs: dice.pick(BARBS),
          platform: dice.pick(%w[shore pier boat kayak]) }
      end

      def answered?(drawn, species, wanted)
        animal = species.find { |other| other.code == drawn[:species_code] }
        verdict(drawn, animal, Protocol::HouseRules.default)[:verdict].to_s == wanted
      end

      # given: { call: of ANSWERS }
      def score(task, answer, species:, rules:)
        verdict = verdict(task, species, rules)
        right = verdict[:verdict].to_s
        reasons = verdict[:findings].map(&:text)
        reasons = ["Nothing speaks against it under the house rules."] if reasons.empty?
        marks = marks(answer[:call].to_s, right)
        Answer.new(
          marks:,
          parts: reasons.map { |text| { name: WORDS.fetch(right), marks:, says: text } },
          right: { call: right }
        )
      end

      def verdict(task, species, rules)
        plan = Trips::Plan.new(
          **task.slice(:surface_temp_c, :depth_to_m, :bait, :hook, :barbs, :platform),
          species: [species], water: "sea", depth_from_m: 0
        )
        Trips::GoVerdict.for(species:, plan:, rules:)
      end

      def marks(share, right)
        return FULL if share == right

        off = (ANSWERS.index(share) || 0) - ANSWERS.index(right)
        return 0 if off.abs > 1

        off.positive? ? TOO_CAREFUL : TOO_BOLD
      end
      private_class_method :water, :answered?, :verdict, :marks
    end
  end
end
