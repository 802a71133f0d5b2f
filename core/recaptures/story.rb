# frozen_string_literal: true

module Core
  module Recaptures
    # What one fish's chain of encounters tells.
    #
    #   species:  Fish::Species
    #   catches:  [{ what:, caught_on: Date, lat_deg:, lon_deg:, place_name:, length: Fish::Length | nil,
    #               tag_numbers: [String], fate: "released" | "kept", source: "deck" | "report" }, ...]
    #   audience: :public (coarse places and distances, no spot names) | :member (exact)
    #
    # Returns a frozen Story; `legs` run from each catch to the next, `whole` from the first to the last.
    module Story
      Telling = Struct.new(:species, :catches, :legs, :whole, :audience, keyword_init: true)
      Leg = Struct.new(:days, :distance_m, :distance_is_coarse, :azimuth_deg, :growth, keyword_init: true)

      module_function

      def tell(species:, catches:, audience:)
        ordered = catches.each_with_index.sort_by { |one, index| [one[:caught_on], index] }.map(&:first)
        legs = ordered.each_cons(2).map { |from, to| leg(from, to, species, audience) }
        whole = ordered.size > 1 ? leg(ordered.first, ordered.last, species, audience) : nil
        Telling.new(species:, catches: ordered.map { |one| seen_by(audience, one) }.freeze, legs: legs.freeze, whole:, audience:).freeze
      end

      # Difference of local dates: a fish caught at dusk and again at dawn was free one day.
      def days_at_liberty(released_on, caught_on) = (caught_on - released_on).to_i

      def leg(from, to, species, audience)
        days = days_at_liberty(from[:caught_on], to[:caught_on])
        way = way(from, to)
        coarse = audience == :public
        Leg.new(days:, distance_m: coarse ? Waters::CoarsePlace.distance_m(way&.distance_m) : way&.distance_m,
                distance_is_coarse: coarse, azimuth_deg: coarse ? nil : way&.azimuth_deg,
                growth: Growth.between(first: from[:length], second: to[:length], days:, species:)).freeze
      end

      def way(from, to)
        places = [from, to].flat_map { |one| one.values_at(:lat_deg, :lon_deg) }
        places.include?(nil) ? nil : Waters::Geodesic.line(*places)
      end

      def seen_by(audience, one)
        return one if audience == :member

        place = Waters::CoarsePlace.of(one[:lat_deg], one[:lon_deg]) || { lat_deg: nil, lon_deg: nil }
        one.merge(place, place_name: one[:water_name]).freeze
      end
      private_class_method :leg, :way, :seen_by
    end
  end
end
