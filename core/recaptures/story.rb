# frozen_string_literal: true

module Core
  module Recaptures
    # What one fish's chain of encounters tells.
    #
    #   species:  Fish::Species
    #   catches:  [Catch]
    #   audience: :public (everything between the middles of 5 km cells, no spot names) |
    #             :member (exact)
    #   route:    Geography::Route, nil when ways by water are not asked for
    #
    # Returns a frozen Story; `legs` run from each catch to the next, `whole` from the first to the
    # last.
    module Story
      Telling = Struct.new(:species, :catches, :legs, :whole, :audience, keyword_init: true)
      # days are at most so many where the day of a catch is not known (days_at_most).
      # by_water_m and path ([[lat_deg, lon_deg], ...]) are nil when not asked for or when there is
      # no way; by_water_why then says why.
      Leg =
        Struct.new(
          :days, :days_at_most, :distance_m, :distance_is_coarse, :azimuth_deg, :by_water_m, :path,
          :by_water_why, :growth, keyword_init: true
        )

      # Settings shared by all legs of a story. water: an exact place; a cell's middle that lies on
      # land is moved into the water of this place.
      Asked = Struct.new(:species, :coarse, :route, :water, keyword_init: true)
      private_constant :Asked

      module_function

      def tell(species:, catches:, audience:, route: nil)
        ordered =
          catches
            .each_with_index
            .sort_by { |caught, index| [caught.caught_on, index] }
            .map { |caught, _| caught.with(relative_weight: relative_weight(caught, species)) }
        water = ordered.find(&:placed?)&.place
        # From here on the exact places are gone for the public: a distance between them would draw
        # circles round them, however it is rounded.
        seen = ordered.map { |caught| seen_by(audience, caught) }
        asked = Asked.new(species:, coarse: audience == :public, route:, water:)
        legs = seen.each_cons(2).map { |from, to| leg(from, to, asked) }
        # From the first catch to the last; with two catches that is the only leg.
        whole = seen.size > 2 ? leg(seen.first, seen.last, asked) : legs.first
        Telling.new(
          species:,
          catches: seen.freeze,
          legs: legs.freeze,
          whole:,
          audience:
        ).freeze
      end

      # Difference of local dates: a fish caught at dusk and again at dawn was free one day.
      def days_at_liberty(released_on, caught_on) = (caught_on - released_on).to_i

      # Weight over what a fish of that length usually weighs; 1 is usual. nil without both, or in
      # another kind of length.
      # Source: Le Cren (1951), J. Anim. Ecol. 20, 201-219.
      def relative_weight(caught, species)
        length = species.convert(caught.length)
        caught.weight_g && length && (caught.weight_g / species.weight_g_at(length.mm))
      end

      def leg(from, to, asked)
        days = days_at_liberty(from.caught_on, to.caught_on)
        exact = from.day_known? && to.day_known?
        straight = from.placed? && to.placed? && Geography::Geodesic.line(*from.place, *to.place)
        Leg.new(
          days:,
          days_at_most: !exact,
          distance_m: straight ? told_m(straight.distance_m, asked.coarse) : nil,
          distance_is_coarse: asked.coarse,
          azimuth_deg: asked.coarse || !straight ? nil : straight.azimuth_deg,
          **(asked.route && straight ? by_water(from, to, asked) : {}),
          growth:
            Growth.between(
              first: from.length,
              second: to.length,
              days: exact ? days : 0,
              species: asked.species
            )
        ).freeze
      end

      def by_water(from, to, asked)
        way = asked.route.between(*from.place, *to.place, like: asked.coarse ? asked.water : nil)
        { by_water_m: told_m(way.distance_m, asked.coarse), path: way.path, by_water_why: way.why }
      end

      def told_m(metres, coarse) = coarse ? Geography::CoarsePlace.distance_m(metres) : metres

      def seen_by(audience, caught)
        return caught if audience == :member

        place = Geography::CoarsePlace.of(*caught.place) || { lat_deg: nil, lon_deg: nil }
        caught.with(**place, place_name: caught.water_name)
      end
      private_class_method :relative_weight,
        :leg,
        :by_water,
        :told_m,
        :seen_by
    end
  end
end
