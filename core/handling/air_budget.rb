# frozen_string_literal: true

module Core
  module Handling
    # Seconds that a fish may be out of the water: in one lift, and in all.
    #
    # Returns a frozen Budget; `reasons` names each factor that took something off, and `no_lift` is
    # the sentence that stands in place of seconds for a fish that is not lifted at all.
    #
    # Source: house rules; every factor is a figure that the coordinator can set, see
    # Protocol::Figures.
    module AirBudget
      Budget =
        Struct.new(:one_lift_seconds, :total_seconds, :reasons, :no_lift, keyword_init: true) do
          # It may leave as it is.
          def to_hash = to_h
        end

      # Keeps 10 × 0.8 at 8 seconds, not the 7.999 of binary floats.
      HAIR = 1e-9

      module_function

      # situation: Situation
      def for(situation)
        sentence = no_lift(situation)
        if sentence
          return (
            Budget.new(
              one_lift_seconds: 0,
              total_seconds: 0,
              reasons: [sentence].freeze,
              no_lift: sentence
            ).freeze
          )
        end

        species = situation.species
        rules = situation.rules
        base = rules.air_base_seconds(situation.guild.air_class, situation.guild.key)
        factors = { heat: heat(situation.temp_c, species.warm_c, species.stop_c, rules:),
                    fight: fight(situation.fight_ratio, rules:),
                    size: situation.large? ? rules.share(:large_percent) : 1.0 }
        one_lift = one_lift_seconds(base, **factors)
        Budget.new(
          one_lift_seconds: one_lift,
          total_seconds: 2 * one_lift,
          reasons: reasons(situation, base, factors),
          no_lift: nil
        ).freeze
      end

      def one_lift_seconds(base_seconds, heat:, fight:, size:)
        ((base_seconds * heat * fight * size) + HAIR).floor
      end

      # Seconds in the water before it may be lifted again.
      def rest_seconds(last_lift_seconds, rules: Protocol::HouseRules.default)
        [rules.figure(:rest_seconds), rules.figure(:rest_per_lift) * last_lift_seconds].max
      end

      def heat(water_temp_c, warm_c, stop_c, rules: Protocol::HouseRules.default)
        return 1.0 if water_temp_c.nil? || water_temp_c <= warm_c

        left = rules.share(:hot_percent)
        return left if water_temp_c >= stop_c

        1.0 - ((1.0 - left) * (water_temp_c - warm_c) / (stop_c - warm_c))
      end

      def fight(ratio, rules: Protocol::HouseRules.default)
        if ratio > 2 then rules.share(:twice_fight_percent)
        elsif ratio > 1 then rules.share(:long_fight_percent)
        else 1.0
        end
      end

      # The sentence that says why the fish stays in the water, or nil.
      def no_lift(situation)
        species, kind = situation.species, situation.length&.kind
        case situation.no_lift
        when :never then "it never leaves the water"
        when :stop then "from #{Units.temp_text(species.stop_c)} on it is not lifted"
        when :fragile_warm then Text.of(
          "handling.air_budget.a_fragile_fish_is_not", warm_c: Units.temp_text(species.warm_c)
        )
        when :large then "a large one is never lifted"
        when :over_legal then "from #{limit_text(situation)} on it stays in the water, by law"
        when :unmeasured then Text.of(
          "handling.air_budget.not_lifted_until_it_is", situation: limit_text(situation)
        )
        when :kind then Text.of(
          "handling.air_budget.it_stays_in_the_water", kind:,
          last: situation.in_water_limits.first.last
        )
        end
      end

      def limit_text(situation)
        limit_mm, kind = situation.in_water_limits.min_by(&:first)
        "#{Units.length_text(limit_mm, situation.units)} #{kind}"
      end

      def reasons(situation, base_seconds, factors)
        lines = [
          "#{situation.guild.air_class} fish: #{base_seconds} s",
          heat_reason(situation, factors[:heat])
        ]
        lines << "fight over its limit: × #{hundredths(factors[:fight])}" if factors[:fight] < 1
        lines << size_reason(situation, factors[:size]) if factors[:size] < 1
        lines.freeze
      end

      def heat_reason(situation, factor)
        return "water temperature not measured: nothing taken off for heat" if situation.temp_c.nil?

        text = Units.temp_text(situation.temp_c)
        if situation.heat == :cool
          "cool water, #{text}"
        else
          "warm water, #{text}: × #{hundredths(factor)}"
        end
      end

      def size_reason(situation, factor)
        return "large for its species: × #{hundredths(factor)}" unless situation.unconverted?

        Text.of(
          "handling.air_budget.its_cannot_be_converted_to", kind: situation.length.kind,
          length_kind: situation.species.length_kind, factor: hundredths(factor)
        )
      end

      # "0.75", "1": the same letters wherever core runs.
      def hundredths(share)
        whole = (share * 100).round
        whole == 100 ? "1" : "0.#{whole.to_s.rjust(2, '0')}"
      end
      private_class_method :no_lift, :limit_text, :reasons, :heat_reason, :size_reason, :hundredths
    end
  end
end
