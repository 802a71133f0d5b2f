# frozen_string_literal: true

module Core
  module Geography
    # Longitudes on both sides of 180 degrees, which are neighbours however their numbers look.
    module Longitude
      FULL = 360.0
      # A thousandth of a millimetre; a turn of the globe leaves noise beyond it.
      DECIMALS = 11

      module_function

      # The same one as near to another as it can be written: 179.9 and -179.9 -> 180.1
      def near(lon_deg, other_deg)
        turns = ((lon_deg - other_deg) / FULL).round
        turns.zero? ? lon_deg : (lon_deg - (turns * FULL)).round(DECIMALS)
      end

      # As maps write it, from -180 to 180.
      def written(lon_deg) = near(lon_deg, 0.0)

      # In the middle of these, round the globe; 0 of none.
      def middle(lons_deg)
        angles = lons_deg.map { |lon| lon * Math::PI / 180 }
        sines, cosines = angles.sum { |angle| Math.sin(angle) }, angles.sum do |angle|
          Math.cos(angle)
        end
        Math.atan2(sines, cosines) * 180 / Math::PI
      end
    end
  end
end
