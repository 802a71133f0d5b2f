# frozen_string_literal: true

module Core
  module Recaptures
    # What one fish's chain of encounters tells.
    #
    #   species:  Fish::Species
    #   catches:  [Catch]
    #   audience: :public (coarse places and distances, no spot names) | :member (exact)
    #   route:    Waters::Route, nil when ways by water are not asked for
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

      module_function

      def tell(species:, catches:, audience:, route: nil)
        ordered =
          catches
            .each_with_index
            .sort_by { |caught, index| [caught.caught_on, index] }
            .map { |caught, _| caught.with(relative_weight: relative_weight(caught, species)) }
        legs = ordered.each_cons(2).map { |from, to| leg(from, to, species, audience, route) }
        # With two catches the whole is the only leg.
        whole =
          ordered.size > 2 ? leg(ordered.first, ordered.last, species, audience, route) : legs.first
        Telling.new(
          species:,
          catches: ordered.map { |caught| seen_by(audience, caught) }.freeze,
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
        length = caught.length&.convert(to: species.length_kind, fl_to_tl: species.fl_to_tl)
        caught.weight_g && length && (caught.weight_g / species.weight_g_at(length.mm))
      end

      def leg(from, to, species, audience, route)
        days = days_at_liberty(from.caught_on, to.caught_on)
        exact = from.day_known? && to.day_known?
        straight = from.placed? && to.placed? && Waters::Geodesic.line(*from.place, *to.place)
        coarse = audience == :public
        Leg.new(
          days:,
          days_at_most: !exact,
          distance_m: straight ? told_m(straight.distance_m, coarse) : nil,
          distance_is_coarse: coarse,
          azimuth_deg: coarse || !straight ? nil : straight.azimuth_deg,
          **(route && straight ? by_water(from, to, coarse, route) : {}),
          growth:
            Growth.between(
              first: from.length,
              second: to.length,
              days: exact ? days : 0,
              species:
            )
        ).freeze
      end

      # The public's path runs between the middles of the cells, so that it tells nothing that they
      # do not.
      def by_water(from, to, coarse, route)
        way = route.between(*from.place, *to.place)
        path = way.path
        path = route.between(*cell(from), *cell(to), like: from.place).path if coarse && path
        { by_water_m: told_m(way.distance_m, coarse), path:, by_water_why: way.why }
      end

      def told_m(metres, coarse) = coarse ? Waters::CoarsePlace.distance_m(metres) : metres
      def cell(caught) = Waters::CoarsePlace.of(*caught.place).values_at(:lat_deg, :lon_deg)

      def seen_by(audience, caught)
        return caught if audience == :member

        place = Waters::CoarsePlace.of(*caught.place) || { lat_deg: nil, lon_deg: nil }
        caught.with(**place, place_name: caught.water_name)
      end
      private_class_method :relative_weight,
        :leg,
        :by_water,
        :told_m,
        :cell,
        :seen_by
    end
  end
end
