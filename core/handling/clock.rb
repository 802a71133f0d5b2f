# frozen_string_literal: true

module Core
  module Handling
    # What the running clock says of a fish in hand, told ahead: one mark after another, each from
    # its moment on, so that whoever shows it only looks at the time.
    #
    # Returns [{ at_ms:, tone: "calm" | "hurry" | "stop", counts: "up" | "down" | "over" | "still" |
    #            "none", from_ms:, seconds:,
    #            words:, sound: nil | "half" | "ten" | "over" }], the first one from the last stage
    #            on.
    #   counts: up from from_ms, down to it, over it, standing still at `seconds`, or no figure at
    #           all
    module Clock
      # The second warning, before the end of a lift that is long enough for it.
      LAST_SECONDS = 10

      module_function

      # situation: Situation with now_ms;  air_budget: AirBudget::Budget of it
      def of(situation, air_budget:)
        since = situation.stages.since_ms
        case situation.stage
        when "lifted" then lift(since, air_budget, this_lift_seconds(situation, air_budget))
        when "fish_on" then fight(since, situation.fight_budget_seconds)
        when "in_net" then [up(since, since, in_net(air_budget))]
        when "back_in_water" then resting(since, situation, air_budget)
        when "let_go", "kept", "got_away" then [gone(since, situation.air_seconds)]
        else [ready(air_budget)]
        end
      end

      # The figures of the column of water: seconds allowed, used, and of rest.
      def air(situation, air_budget)
        last = situation.stages.ended_lift_seconds.last
        {
          one_lift_seconds: air_budget.one_lift_seconds, total_seconds: air_budget.total_seconds,
          no_lift: air_budget.no_lift, reasons: air_budget.reasons,
          before_seconds: situation.air_before_seconds,
          this_lift_seconds: this_lift_seconds(situation, air_budget),
          last_lift_seconds: last || 0,
          rest_seconds: last ? AirBudget.rest_seconds(last, rules: situation.rules) : 0
        }
      end

      # What the lift that runs now, or the next one, may take.
      def this_lift_seconds(situation, air_budget)
        left = [air_budget.total_seconds - situation.air_before_seconds, 0.0].max
        [air_budget.one_lift_seconds, left].min
      end

      def in_net(air_budget)
        "rests in the net; #{air_budget.no_lift ? 'it stays in the water' : 'lay everything out'}"
      end

      def ready(air_budget)
        return mark(0, air_budget.no_lift, tone: "stop") if air_budget.no_lift

        still(0, air_budget.one_lift_seconds, "s single lift at most")
      end

      def gone(since, air_seconds)
        if air_seconds.nil?
          mark(since, "its air exposure is not known")
        else
          still(since, air_seconds, "s in the air, total")
        end
      end

      def lift(since, air_budget, seconds)
        if air_budget.no_lift
          words = "back in the water: #{air_budget.no_lift}"
          return [mark(since, words, tone: "stop", sound: "over")]
        end

        ends = since + (seconds * 1000).round
        return [over(ends)] unless seconds.positive?

        half = since + (seconds * 500).round
        marks = [down(since, ends, "seconds left", tone: "calm")]
        half_gone = down(half, ends, "seconds left, half is gone", sound: "half")
        if seconds > LAST_SECONDS
          last = ends - (LAST_SECONDS * 1000)
          marks << half_gone if half < last
          marks << down(last, ends, "seconds left", sound: "ten")
        else
          marks << half_gone
        end
        marks << down([ends - 1000, half].max, ends, "second left")
        marks << over(ends)
      end

      def over(ends)
        words = "over: back in water, get ready, lift again"
        mark(ends, words, tone: "stop", counts: "over", from_ms: ends, sound: "over")
      end

      def fight(since, budget)
        ends = since + (budget * 1000)
        [
          up(since, since, "of #{budget} s to land it"),
          up(ends, since, "longer than the #{budget} s limit of its fight", tone: "hurry")
        ]
      end

      def resting(since, situation, air_budget)
        if air_budget.no_lift
          return [up(since, since, "in the water, where it stays: release it when it kicks")]
        end

        next_lift = this_lift_seconds(situation, air_budget).floor
        unless next_lift.positive?
          return [up(since, since, "no lift is left: release it when it kicks")]
        end

        rested = since + rest_ms(situation)
        words = "still to rest before another lift of #{next_lift} s"
        if rested == since
          [done(since, since)]
        else
          [down(since, rested, words, tone: "calm"), done(rested, since)]
        end
      end

      def done(clock_ms, since) = up(clock_ms, since, "rested: release it when it kicks")

      # Milliseconds in the water after the last lift; none when it was not lifted.
      def rest_ms(situation)
        last = situation.stages.ended_lift_seconds.last
        last ? (AirBudget.rest_seconds(last, rules: situation.rules) * 1000).round : 0
      end

      def up(at_ms, from_ms, words, tone: "calm")
        mark(at_ms, words, tone:, counts: "up", from_ms:)
      end

      def down(at_ms, from_ms, words, tone: "hurry", sound: nil)
        mark(at_ms, words, tone:, counts: "down", from_ms:, sound:)
      end

      def still(at_ms, seconds, words) = mark(at_ms, words, counts: "still", seconds:)

      PLAIN = { tone: "calm", counts: "none", from_ms: nil, seconds: nil, sound: nil }.freeze

      def mark(at_ms, words, **shown) = { at_ms:, words:, **PLAIN, **shown }
      private_class_method :ready, :gone, :lift, :over, :fight, :resting, :done, :in_net, :up,
        :down, :mark, :still
    end
  end
end
