# frozen_string_literal: true

module Core
  module Trips
    # Where the fish must be for the net to reach it, and how much line is then out.
    #
    #   rod_m, tilt_deg:  rod length, tilted back from upright
    #   height_m:         hand above the water
    #   handle_m, hoop_radius_m: net
    #
    # Returns { reaches: true, x_max_m:, line_m:, line_window_m: [low, high], tip: [x, y] } or {
    # reaches: false, short_m: }. Stiff-rod geometry; a bent rod needs less line, hence the window
    # of -15 % to 0.
    #
    # Source: plane trigonometry.
    module Landing
      BENT_ROD_SHARE = 0.15

      def self.geometry(rod_m:, tilt_deg:, height_m:, handle_m:, hoop_radius_m:)
        return { reaches: false, short_m: height_m - handle_m } if handle_m <= height_m

        x_max = Math.sqrt((handle_m**2) - (height_m**2)) - hoop_radius_m
        unless x_max.positive?
          return { reaches: false, short_m: Math.hypot(height_m, hoop_radius_m) - handle_m }
        end

        tilt = tilt_deg * Math::PI / 180
        line = Math.hypot(height_m + (rod_m * Math.cos(tilt)), x_max + (rod_m * Math.sin(tilt)))
        {
          reaches: true, x_max_m: x_max, line_m: line,
          line_window_m: [line * (1 - BENT_ROD_SHARE), line],
          tip: [-rod_m * Math.sin(tilt), height_m + (rod_m * Math.cos(tilt))]
        }
      end
    end
  end
end
