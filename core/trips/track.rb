# frozen_string_literal: true

module Core
  module Trips
    # Where a recorded track was at a moment, for fish that were logged without a place.
    #
    #   fixes: [{ at: Time, lat_deg:, lon_deg: }]
    module Track
      # A place further than this from the nearest fix is a guess and not taken. House rule.
      FAR_SECONDS = 600

      # { lat_deg:, lon_deg:, gap_seconds: } on the straight way between the fixes around it; nil
      # when the nearest is too far off.
      def self.place_at(fixes, time)
        before = fixes.select { |fix| fix[:at] <= time }.max_by { |fix| fix[:at] }
        after = fixes.select { |fix| fix[:at] >= time }.min_by { |fix| fix[:at] }
        gap = [before && (time - before[:at]), after && (after[:at] - time)].compact.min
        return nil if gap.nil? || gap > FAR_SECONDS

        nearest = [before, after].compact.min_by { |fix| (fix[:at] - time).abs }
        if before.nil? || after.nil? || before[:at] == after[:at]
          return { **nearest.slice(:lat_deg, :lon_deg), gap_seconds: gap }
        end

        share = (time - before[:at]) / (after[:at] - before[:at])
        {
          lat_deg: before[:lat_deg] + (share * (after[:lat_deg] - before[:lat_deg])),
          lon_deg: before[:lon_deg] + (share * (after[:lon_deg] - before[:lon_deg])),
          gap_seconds: gap
        }
      end
    end
  end
end
