# frozen_string_literal: true

module Core
  module Estimates
    # Which way fish went, and how far.
    module Movement
      Heading = Struct.new(:mean_deg, :concentration, :p, :n, keyword_init: true)
      REACHES_KM = [5, 10, 25].freeze

      module_function

      # bearings_deg: [Float]. Returns a Heading: concentration from 0 (all ways) to 1 (one way), p
      # the chance of at least as much of it when no way is preferred.
      # Source: Rayleigh's test, Zar (2010), Biostatistical Analysis, eq. 27.4.
      def heading(bearings_deg)
        n = bearings_deg.size
        return nil if n.zero?

        angles = bearings_deg.map { |bearing| bearing * Math::PI / 180 }
        east = angles.sum { |angle| Math.sin(angle) } / n
        north = angles.sum { |angle| Math.cos(angle) } / n
        r = Math.hypot(east, north)
        long = n * r
        p = Math.exp(Math.sqrt(1 + (4 * n) + (4 * ((n**2) - (long**2)))) - (1 + (2 * n)))
        mean_deg = (Math.atan2(east, north) * 180 / Math::PI) % 360
        Heading.new(mean_deg:, concentration: r, p: [p, 1.0].min, n:)
      end

      # The initial bearing of the way from one place to another, in degrees from north.
      def bearing_deg(from_lat, from_lon, to_lat, to_lon)
        a, b = [from_lat, to_lat].map { |lat| lat * Math::PI / 180 }
        east = (to_lon - from_lon) * Math::PI / 180
        y = Math.sin(east) * Math.cos(b)
        x = (Math.cos(a) * Math.sin(b)) - (Math.sin(a) * Math.cos(b) * Math.cos(east))
        (Math.atan2(y, x) * 180 / Math::PI) % 360
      end

      # [{ km:, share:, low:, high:, count: }] of fish seen again within each reach.
      def within(far_km)
        REACHES_KM.map do |km|
          count = far_km.count { |distance_km| distance_km <= km }
          { km:, count:, **Rates.wilson(count, far_km.size) }
        end
      end
    end
  end
end
