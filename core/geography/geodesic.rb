# frozen_string_literal: true

module Core
  module Geography
    # Shortest way over the earth between two points, on the WGS84 ellipsoid.
    #
    # Degrees in, metres and degrees out. Good to under a millimetre, except between
    # nearly antipodal points, where the iteration does not settle: there half a
    # meridian is returned, up to 80 km (0.4 %) too long, which no fish of ours will notice.
    #
    # Source: Vincenty (1975), Survey Review 23(176), 88-93, inverse problem.
    module Geodesic
      A_M = 6_378_137.0
      F = 1 / 298.257223563
      B_M = A_M * (1 - F)
      HALF_MERIDIAN_M = 20_003_931.459

      Line = Struct.new(:distance_m, :azimuth_deg, keyword_init: true)

      module_function

      def distance_m(lat1_deg, lon1_deg, lat2_deg, lon2_deg)
        line(lat1_deg, lon1_deg, lat2_deg, lon2_deg).distance_m
      end

      def line(lat1_deg, lon1_deg, lat2_deg, lon2_deg)
        if [lat1_deg, lon1_deg] == [lat2_deg, lon2_deg]
          return Line.new(distance_m: 0.0, azimuth_deg: 0.0).freeze
        end

        u1 = Math.atan((1 - F) * Math.tan(lat1_deg * RADIAN))
        u2 = Math.atan((1 - F) * Math.tan(lat2_deg * RADIAN))
        lon = (((lon2_deg - lon1_deg + 540) % 360) - 180) * RADIAN
        solve(u1, u2, lon) || Line.new(distance_m: HALF_MERIDIAN_M, azimuth_deg: 0.0).freeze
      end

      RADIAN = Math::PI / 180

      def solve(u1, u2, lon)
        sin_u1, cos_u1, sin_u2, cos_u2 = Math.sin(u1), Math.cos(u1), Math.sin(u2), Math.cos(u2)
        lambda_ = lon
        100.times do
          sin_l, cos_l = Math.sin(lambda_), Math.cos(lambda_)
          east = cos_u2 * sin_l
          north = (cos_u1 * sin_u2) - (sin_u1 * cos_u2 * cos_l)
          sin_s = Math.hypot(east, north)
          return Line.new(distance_m: 0.0, azimuth_deg: 0.0).freeze if sin_s.zero?

          cos_s = (sin_u1 * sin_u2) + (cos_u1 * cos_u2 * cos_l)
          sigma = Math.atan2(sin_s, cos_s)
          sin_a = cos_u1 * cos_u2 * sin_l / sin_s
          cos2_a = 1 - (sin_a**2)
          # On the equator cos2_a is 0 and the middle term vanishes.
          cos_2m = cos2_a.zero? ? 0.0 : cos_s - (2 * sin_u1 * sin_u2 / cos2_a)
          c = F / 16 * cos2_a * (4 + (F * (4 - (3 * cos2_a))))
          previous = lambda_
          lambda_ =
            lon +
            (
              (1 - c) * F * sin_a *
                (sigma + (c * sin_s * (cos_2m + (c * cos_s * (-1 + (2 * (cos_2m**2)))))))
            )
          return nil if lambda_.abs > Math::PI
          next if (lambda_ - previous).abs > 1e-12

          metres = arc_m(cos2_a, sigma, sin_s, cos_s, cos_2m)
          azimuth_deg = (Math.atan2(east, north) / RADIAN) % 360
          return Line.new(distance_m: metres, azimuth_deg:).freeze
        end
        nil
      end

      def arc_m(cos2_a, sigma, sin_s, cos_s, cos_2m)
        u_sq = cos2_a * ((A_M**2) - (B_M**2)) / (B_M**2)
        a = 1 + (u_sq / 16_384 * (4096 + (u_sq * (-768 + (u_sq * (320 - (175 * u_sq)))))))
        b = u_sq / 1024 * (256 + (u_sq * (-128 + (u_sq * (74 - (47 * u_sq))))))
        d = b * sin_s * (cos_2m + (b / 4 * ((cos_s * (-1 + (2 * (cos_2m**2)))) -
            (b / 6 * cos_2m * (-3 + (4 * (sin_s**2))) * (-3 + (4 * (cos_2m**2)))))))
        B_M * a * (sigma - d)
      end
      private_class_method :solve, :arc_m
    end
  end
end
