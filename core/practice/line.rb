# frozen_string_literal: true

module Core
  module Practice
    # Line, rod and a fish that pulls: what one short step of time does. Newtons, metres, seconds;
    # breath from 0 to 1. Made for practice: the shape is that of a fight, the figures are house
    # rules.
    class Line
      MODES = { "run" => 1.0, "bore" => 0.6, "rest" => 0.18, "come" => 0.05 }.freeze
      # A fish pulls with so many newtons for each kilogram to the power of two thirds: muscle
      # cross-section against mass.
      NEWTONS = 17.0
      TOUGH = { fragile: 1.25, sensitive: 1.0, ordinary: 1.05, hardy: 1.15 }.freeze
      FASTEST_OUT = 3.5
      FASTEST_IN = 1.3
      # A fish fought with a firm line is tired within about its budget.
      WORK = 2.4
      RECOVERS = 0.2
      TIP_M = 0.8
      SLACK_SHARE = 0.06
      SLACK_SECONDS = 5.0
      SHARE_OF_BREATH = 0.3

      attr_reader :distance_m, :tension_n, :breath, :mode, :strength_n, :lost
      attr_accessor :wind, :drag_n, :at_tip_seconds

      def initialize(scene, dice)
        @scene, @dice = scene, dice
        kg = scene.weight_g / 1000.0
        @kg = kg
        air_class = Fish::Guild.fetch(scene.guild).air_class
        @strength_n = NEWTONS * (kg**(2.0 / 3)) * TOUGH.fetch(air_class)
        @budget = Handling::FightBudget.seconds(weight_g: scene.weight_g)
        @distance_m = scene.distance_m.to_f
        @breath, @mode, @mode_left = 1.0, "run", 2.0
        @tension_n = @slack = @at_tip_seconds = 0.0
        @wind, @drag_n = 0.0, @strength_n * 0.5
      end

      def step(seconds)
        turn(seconds)
        vigour = SHARE_OF_BREATH + ((1 - SHARE_OF_BREATH) * @breath)
        pull = @strength_n * MODES.fetch(@mode) * vigour
        drag = [@drag_n, 0.5].max
        pull > drag ? runs(pull, drag, seconds) : comes(pull, drag, seconds)
        tire(seconds)
        part(seconds)
      end

      # Frightened: it goes off at once.
      def bolt
        @distance_m += 5.0
        @mode, @mode_left = "run", 2.5
        @breath = [@breath - 0.05, 0.05].max
      end

      private

      # What it does next, by chance; near the rod it runs while it can.
      def turn(seconds)
        @mode_left -= seconds
        return if @mode_left.positive?

        wild = @breath + (@distance_m < 3 ? 0.2 : 0.0)
        roll = @dice.share
        @mode =
          if roll < 0.45 * wild then "run"
          elsif roll < 0.8 * wild then "bore"
          elsif roll < 0.9 then "rest"
          else "come"
          end
        @mode_left = @dice.between(1.2, 3.6)
      end

      def runs(pull, drag, seconds)
        speed = [(pull - drag) / (2.0 + (4.0 * @kg)), FASTEST_OUT].min
        @distance_m += speed * seconds
        @tension_n = (drag * 1.04) + (pull * 0.04)
      end

      def comes(pull, drag, seconds)
        speed = (@wind * FASTEST_IN * (1 - (0.75 * pull / drag))) + (@mode == "come" ? 0.35 : 0.0)
        @distance_m = [@distance_m - (speed * seconds), TIP_M].max
        @tension_n = (pull * (0.4 + (0.6 * @wind))) + (@wind * 0.3 * drag)
        # Wound to the tip of the rod there is no rod left to give.
        return unless @distance_m <= TIP_M && @wind > 0.3

        @tension_n += @strength_n * 0.5
        @at_tip_seconds += seconds
      end

      def tire(seconds)
        work = @tension_n / @strength_n
        change = (work * WORK) - (work < 0.25 ? RECOVERS : 0.0)
        @breath = (@breath - (change * seconds / @budget)).clamp(0.05, 1.0)
      end

      def part(seconds)
        return @lost = "The line broke." if @tension_n > @scene.line_n

        @slack = @tension_n < @strength_n * SLACK_SHARE ? @slack + seconds : 0.0
        @lost = "The line hung slack, and it shook the hook." if @slack > SLACK_SECONDS
      end
    end
  end
end
