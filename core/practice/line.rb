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
      # A knot over its strength for so long breaks.
      KNOT_SECONDS = 0.3
      # A run against a locked reel and a head shaken near the rod jerk the line: factors and
      # duration of a jerk.
      JERK = [1.3, 1.8].freeze
      JERK_SECONDS = 0.4
      LOCKED, SHAKES_WITHIN_M = 1.25, 3.0
      SEES_ROD_M = 5.0
      # The hook holds so many times the fish's own strength, by where it sits; every second over
      # its strength weakens that.
      HOLDS = { "lip" => 1.7, "jaw_corner" => 2.0, "throat" => 2.4, "gill" => 1.5,
                "stomach" => 2.4 }.freeze
      HOLDS_ELSEWHERE = 1.5
      WEAKENS_OVER, WEAKENS = 1.2, 0.06
      # Over what it holds for so long, and it tears out or straightens.
      TEAR_SECONDS = 0.1

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
        @tension_n = @slack = @at_tip_seconds = @over_knot = @over_hold = @jerk_left = 0.0
        @jerk = 1.0
        @hold_n = @strength_n * HOLDS.fetch(scene.hook_place, HOLDS_ELSEWHERE)
        @wind, @drag_n = 0.0, @strength_n * 0.5
      end

      # The load at which the line or the hook's hold gives, whichever is less.
      def limit_n = [@scene.line_n, @hold_n].min

      def step(seconds)
        turn(seconds)
        vigour = SHARE_OF_BREATH + ((1 - SHARE_OF_BREATH) * @breath)
        pull = @strength_n * MODES.fetch(@mode) * vigour
        drag = [@drag_n, 0.5].max
        pull > drag ? runs(pull, drag, seconds) : comes(pull, drag, seconds)
        jerk(seconds)
        tire(pull, seconds)
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
        start_jerk if %w[run bore].include?(@mode)
      end

      # A reel that gives line takes the jerk of a run; a locked one does not, and a short line
      # takes part of it.
      def start_jerk
        locked = @drag_n > LOCKED * @strength_n
        return unless locked || @distance_m < SHAKES_WITHIN_M

        hard = @dice.between(*JERK)
        # A drag that gives takes most of it.
        @jerk = locked ? hard : 1 + ((hard - 1) * 0.3)
        @jerk_left = JERK_SECONDS
      end

      def jerk(seconds)
        return unless @jerk_left.positive?

        @jerk_left -= seconds
        @tension_n *= @jerk
      end

      def runs(pull, drag, seconds)
        speed = [(pull - drag) / (2.0 + (4.0 * @kg)), FASTEST_OUT].min
        @distance_m += speed * seconds
        @tension_n = load(pull, drag)
      end

      # Tension from the fish's pull and the drag: continuous, and never less with more drag.
      def load(pull, drag)
        (1.04 * [pull, drag].min) + (0.04 * pull) + (@wind * 0.3 * [drag - pull, 0].max)
      end

      def comes(pull, drag, seconds)
        speed = (@wind * FASTEST_IN * (1 - (0.75 * pull / drag))) + (comes? ? 0.35 : 0.0)
        @distance_m = [@distance_m - (speed * seconds), TIP_M].max
        @tension_n = load(pull, drag)
        # Wound to the tip of the rod there is no rod left to give.
        return unless @distance_m <= TIP_M && @wind > 0.3

        @tension_n += @strength_n * 0.5
        @at_tip_seconds += seconds
      end

      # A fish comes no nearer by itself than where it sees the rod.
      def comes? = @mode == "come" && @distance_m > SEES_ROD_M

      # It tires by what it does itself: more drag than it can pull against tires it no sooner.
      def tire(pull, seconds)
        work = [@tension_n, pull].min / @strength_n
        change = (work * WORK) - (work < 0.25 ? RECOVERS : 0.0)
        @breath = (@breath - (change * seconds / @budget)).clamp(0.05, 1.0)
      end

      def part(seconds)
        @over_knot = @tension_n > @scene.line_n ? @over_knot + seconds : 0.0
        return @lost = "The line broke at the knot." if @over_knot > KNOT_SECONDS
        return if torn?(seconds)

        @slack = @tension_n < @strength_n * SLACK_SHARE ? @slack + seconds : 0.0
        @lost = "The line hung slack, and it shook the hook." if @slack > SLACK_SECONDS
      end

      # Holding too hard tears the hole wider, until the hook comes out; a pulled-off fish is hurt.
      def torn?(seconds)
        over = @tension_n > WEAKENS_OVER * @strength_n
        @hold_n *= 1 - (WEAKENS * seconds) if over
        @over_hold = @tension_n > @hold_n ? @over_hold + seconds : 0.0
        return false if @over_hold <= TEAR_SECONDS

        @lost = "The hook tore out under so much drag: the fish is lost, and injured."
      end
    end
  end
end
