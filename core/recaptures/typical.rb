# frozen_string_literal: true

module Core
  module Recaptures
    # What other fish of the species did in about the same time, from the programme's own returns.
    module Typical
      # "About as long": between these shares of the days, and never narrower than so many days.
      # House rules.
      SHARES = (0.67..1.5)
      LEAST_DAYS = 15
      # At most this many fish that were away for a shorter time count, and as many that were away
      # for longer: those nearest in time. House rule.
      MOST_EACH_SIDE = 250
      # Fewer fish than this are told as such and nothing is said of them; it also keeps any one of
      # them from being seen. House rule.
      LEAST_FISH = 5

      Answer =
        Struct.new(:fish, :days_from, :days_to, :growth, :distance, :sentence, keyword_init: true)
      Quartiles = Struct.new(:fish, :low, :middle, :high)

      module_function

      def band(days)
        (
          [(days * SHARES.begin).floor, days - LEAST_DAYS].min.clamp(0, nil)..[
            (days * SHARES.end).ceil,
            days + LEAST_DAYS
          ].max
        )
      end

      # counted: { fish:, days_from:, days_to:, grown:, growth_mm: [low, middle, high] | nil,
      #          moved:, distance_m: [...] | nil } of the band; where it holds very many fish, of
      #          those that were away from days_from to days_to, and then these are told
      # coarse:  distances in steps of 5 km, as everything the public reads
      def of(counted, days:, species:, coarse:)
        band = told_band(counted, days)
        growth = quartiles(counted[:grown], counted[:growth_mm])
        distance =
          quartiles(
            counted[:moved],
            (
              if coarse
                counted[:distance_m]&.map { |metres| Geography::CoarsePlace.distance_m(metres) }
              else
                counted[:distance_m]
              end
            )
          )
        Answer.new(
          fish: counted[:fish],
          days_from: band.begin,
          days_to: band.end,
          growth:,
          distance:,
          sentence: sentence(counted[:fish], band, growth, distance, species)
        ).freeze
      end

      # The house's band, or the narrower one that the fish were taken from.
      def told_band(counted, days)
        return band(days) if counted[:fish] < MOST_EACH_SIDE

        counted[:days_from]..counted[:days_to]
      end

      def quartiles(fish, three) = fish >= LEAST_FISH && three ? Quartiles.new(fish, *three) : nil

      def sentence(fish, band, growth, distance, species)
        away = "#{band.begin} to #{band.end} days"
        if growth.nil? && distance.nil?
          return (
            Text.of(
              "recaptures.typical.only_other_were_recaptured_after", fish:,
              common_name: species.common_name, away:
            )
          )
        end

        grew =
          growth &&
          Text.of(
            "recaptures.typical.the_middle_one_grew_mm", middle: growth.middle.round,
            low: growth.low.round, high: growth.high.round
          )
        moved =
          distance &&
          Text.of(
            "recaptures.typical.half_were_caught_within_km",
            middle: [distance.middle / 1000.0, 1].max.round
          )
        Text.of(
          "recaptures.typical.of_other_that_were_recaptured", fish:,
          common_name: species.common_name, away:, and: [grew, moved].compact.join(" and ")
        )
      end
      private_class_method :told_band, :quartiles, :sentence
    end
  end
end
