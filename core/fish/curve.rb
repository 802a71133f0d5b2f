# frozen_string_literal: true

module Core
  module Fish
    # How a species grows by the programme's own fish: towards linf_mm by k_per_year.
    #
    #   swing: how far growth swings about the year's mean, 0 to 1, nil where it is even
    #   fastest: the share of the year at which it is fastest;  version: Integer
    Curve = Struct.new(:linf_mm, :k_per_year, :swing, :fastest, :version, keyword_init: true) do
      # Years as growth counts them, from a share of the year on.
      def self.seasonal_years(start, years, swing:, fastest:)
        ahead = [start + years, start].map { |time| Math.sin((time - fastest) * 2 * Math::PI) }
        years + (swing * (ahead[0] - ahead[1]) / (2 * Math::PI))
      end

      # Years as growth counts them, of days from a Date; nil counts them evenly.
      def years(days, from)
        even = days / Units::DAYS_PER_YEAR
        return even if swing.nil? || from.nil?

        start = from.yday / Units::DAYS_PER_YEAR
        self.class.seasonal_years(start, even, swing:, fastest:)
      end
    end
  end
end
