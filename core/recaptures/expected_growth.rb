# frozen_string_literal: true

module Core
  module Recaptures
    # How much a middling fish of a species would have grown: by the programme's own curve, and
    # until one is known towards a share of the species' longest, by one rate a year. House rules,
    # all three.
    #
    # Source: von Bertalanffy (1938), Hum. Biol. 10, 181-213.
    module ExpectedGrowth
      LINF_SHARE = 0.9
      K_PER_YEAR = 0.2
      POINTS = 25

      module_function

      # from_mm: in the species' own kind; days >= 0;  from: Date of it, nil where the season of the
      # year is not asked for. Returns mm.
      def mm(from_mm, days, species, from: nil)
        [asymptotic_mm(species) - from_mm, 0].max * grown_share(days, species, from)
      end

      # Error of a length expected after so many days, from the errors of both measurings and the
      # spread of fish. The spread is on the asymptotic length, so a fish near the largest size, of
      # which no growth is expected, may still have grown.
      def sd_mm(days, species, from_sd_mm, to_sd_mm, spread: Weights::GROWTH_SPREAD)
        Math.sqrt((from_sd_mm**2) + (to_sd_mm**2) + (spread_mm(spread, days, species)**2))
      end

      # How much fish of one age differ in what they have grown since.
      def spread_mm(spread, days, species)
        spread * asymptotic_mm(species) * grown_share(days, species)
      end

      def asymptotic_mm(species) = species.growth&.linf_mm || (species.max_mm * LINF_SHARE)

      # Of the way to the asymptotic length.
      def grown_share(days, species, from = nil)
        k_per_year = species.growth&.k_per_year || K_PER_YEAR
        years = species.growth&.years(days, from) || (days / Units::DAYS_PER_YEAR)
        1 - Math.exp(-k_per_year * years)
      end

      # Where the length would be on the days between, 95 % of fish: [{ day:, low_mm:, high_mm: },
      # ...]; nil without a length that can be compared.
      #   length: Fish::Length at release;  released_on: Date
      def range(length, days, species, released_on: nil)
        from = species.convert(length)
        return nil if from.nil? || days.negative?

        (0..POINTS).map { |step| days * step / POINTS.to_f }.map do |day|
          grown = mm(from.mm, day, species, from: released_on)
          half = Growth::Z95 * sd_mm(day, species, from.sd_mm, 0)
          {
            day: day.round(1),
            low_mm: (from.mm + grown - half).round(1),
            high_mm: (from.mm + grown + half).round(1)
          }
        end
      end
      private_class_method :asymptotic_mm, :grown_share
    end
  end
end
