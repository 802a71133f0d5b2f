# frozen_string_literal: true

module Core
  module Recaptures
    # How much a fish grew between two measurements, and whether that can be told at all.
    #
    #   first, second: Fish::Length, or nil when not measured
    #   days:          Integer days at liberty
    #   species:       Fish::Species; both lengths are brought to its own kind, but two in one other
    #                  kind are compared in that
    #
    # Returns a frozen Growth:
    #   verdict:          :grew | :no_measurable_growth | :shorter | :not_comparable
    #   increment_mm, sd_mm, margin_mm: Float, the last with 95 %; nil when not comparable
    #   yearly_mm, yearly_margin_mm: Float with the 95 % half-width, nil under 30 days
    #   why:              sentence when not comparable, or when a difference is none of growth
    #
    # Source: propagation of independent errors; 1.96 sd bounds 95 % of a normal error.
    module Growth
      Z95 = 1.96
      # Under a month a yearly rate is mostly measuring error blown up. House rule.
      MIN_DAYS_FOR_RATE = 30
      # No fish that is tagged here grows faster; a greater difference in some days is a slip of
      # measuring. House rule.
      MOST_MM_A_DAY = 1.5

      Result =
        Struct.new(
          :verdict, :increment_mm, :sd_mm, :margin_mm, :yearly_mm, :yearly_margin_mm, :why,
          keyword_init: true
        ) do
          # One sentence for a person who reads in these units; rounding happens here and nowhere
          # before.
          def sentence(units = "metric")
            case verdict
            when :not_comparable
              "The growth is not known: #{why}."
            when :shorter
              "It was measured shorter than at release. Check the two lengths."
            when :no_measurable_growth
              Text.of(
                "recaptures.growth.no_measurable_growth_the_difference",
                units: Units.growth_text(increment_mm, units),
                measuring: why || "within the error of measuring"
              )
            else
              "It grew #{Units.growth_text(increment_mm, units)} (± " \
                "#{Units.growth_text(margin_mm, units)})."
            end
          end
        end

      module_function

      def between(first:, second:, days:, species:)
        return not_comparable("one of the two catches has no length") if first.nil? || second.nil?

        from, to = in_one_kind(first, second, species)
        unless from && to
          return (
            not_comparable(
              Text.of(
                "recaptures.growth.no_conversion_from_to_is", kind: (from ? second : first).kind,
                length_kind: species.length_kind, common_name: species.common_name
              )
            )
          )
        end

        increment = (to.mm - from.mm).to_f
        sd = Math.hypot(from.sd_mm, to.sd_mm)
        years = days / Units::DAYS_PER_YEAR
        rated = days >= MIN_DAYS_FOR_RATE
        words = verdict(increment, sd)
        too_soon = too_soon(increment, days) if words == :grew
        Result.new(
          verdict: too_soon ? :no_measurable_growth : words,
          why: too_soon,
          increment_mm: increment,
          sd_mm: sd,
          margin_mm: Z95 * sd,
          yearly_mm: rated ? increment / years : nil,
          yearly_margin_mm: rated ? Z95 * sd / years : nil
        ).freeze
      end

      # Why a difference beyond the error is none of growth, or nil.
      def too_soon(increment, days)
        return if days >= MIN_DAYS_FOR_RATE || increment <= days * MOST_MM_A_DAY

        span = { 0 => "a day", 1 => "a day" }.fetch(days, "#{days} days")
        "more than a fish grows in #{span}, so it is a measuring error"
      end

      # A conversion's error is not added where none is needed.
      def in_one_kind(first, second, species)
        if first.kind == second.kind
          [first, second]
        else
          [first, second].map { |length| species.convert(length) }
        end
      end

      def verdict(increment, sd)
        if increment > Z95 * sd then :grew
        elsif increment < -Z95 * sd then :shorter
        else :no_measurable_growth
        end
      end

      def not_comparable(why) = Result.new(verdict: :not_comparable, why:).freeze
      private_class_method :too_soon, :in_one_kind, :verdict, :not_comparable
    end
  end
end
