# frozen_string_literal: true

module Core
  module Handling
    # The act that the big key of the Deck offers: the natural next stage, or what this fish needs
    # before it.
    module NextAct
      # Done without a stage of their own: a weight takes it down; it is unhooked in the water.
      SEND_DOWN = "send_down"
      UNHOOK_IN_WATER = "unhook_in_water"
      # A hook in a bleeding gill is not turned out: the line is cut.
      CUT_LINE = "cut_line"
      IN_WATER = %w[in_net back_in_water].freeze

      module_function

      # situation: Situation
      # Returns an act of Stages::MAY_FOLLOW, SEND_DOWN, UNHOOK_IN_WATER or CUT_LINE.
      def of(situation)
        stage = situation.stage
        return natural(stage) unless IN_WATER.include?(stage)
        return SEND_DOWN if down_next?(situation)
        return natural(stage) unless kept_in_water?(situation)

        return "let_go" if situation.removed? || situation.has?("sent_down")

        bleeding_gill?(situation) ? CUT_LINE : UNHOOK_IN_WATER
      end

      # The next fish follows one that ended.
      def natural(stage)
        return "fish_on" if stage == "start" || Stages::ENDED.include?(stage)

        Stages::MAY_FOLLOW[stage].first
      end

      # Swollen, and the house sends such fish down.
      def down_next?(situation)
        situation.swollen? && situation.school(:pressure) == :descend &&
          !situation.stomach_by_hook? && !situation.has?("sent_down")
      end

      # A fish that must not be lifted, bleeds from a gill, or was sent down goes without a lift.
      def kept_in_water?(situation)
        !situation.no_lift.nil? || situation.has?("sent_down") || bleeding_gill?(situation)
      end

      def bleeding_gill?(situation)
        situation.hook_place == "gill" && %w[light heavy].include?(situation.bleeding)
      end
      private_class_method :natural, :down_next?, :kept_in_water?, :bleeding_gill?
    end
  end
end
