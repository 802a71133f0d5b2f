# frozen_string_literal: true

module Core
  module Fish
    # How a species grows by the programme's own fish: towards linf_mm by k_per_year.
    #
    #   swing: how far growth swings about the year's mean, 0 to 1, nil where it is even
    #   fastest: the share of the year at which it is fastest;  version: Integer
    Curve = Struct.new(:linf_mm, :k_per_year, :swing, :fastest, :version, keyword_init: true) do
      # Years as growth counts them, of days from a Date; nil counts them evenly.
      def years(days, from)
        even = days / Recaptures::Growth::DAYS_PER_YEAR
        return even if swing.nil? || from.nil?

        start = from.yday / Recaptures::Growth::DAYS_PER_YEAR
        Estimates::SeasonalGrowth.years(start, even, u: swing, w: fastest)
      end
    end
  end
end
