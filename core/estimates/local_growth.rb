# frozen_string_literal: true

module Core
  module Estimates
    # Growth in a year of fish of one length, estimated from those of about that length at
    # tagging: a straight line through these alone, so that no curve need hold over all lengths. A
    # curve turns flatter where only fish that grow long are left; a line through all would tell
    # what neither does.
    #
    # Source: local linear regression, Cleveland (1979), J. Am. Stat. Assoc. 74, 829-836; errors
    # that hold whatever the spread, MacKinnon and White (1985), J. Econom. 29, 305-325 (HC3), with
    # Student's t.
    module LocalGrowth
      # The estimate takes at least this many fish, however far they lie. House rule.
      LEAST_FISH = 20
      # A fish at large for a shorter time tells of its year next to nothing.
      LEAST_YEARS = 0.1

      module_function

      # rows: as Growth takes them, years as growth counts them, without those that hardly can be
      # right;  k: of growth, to bring each time to a year;  within_mm: how near counts
      # Returns an Interval, nil with too few fish.
      def at(rows, mm, k:, within_mm:)
        near = rows.select { |row| row[:years] >= LEAST_YEARS }
          .sort_by { |row| (row[:l1_mm] - mm).abs }
        count = near.count { |row| (row[:l1_mm] - mm).abs < within_mm }
        near = near.first([count, LEAST_FISH].max)
        return nil if near.size < LEAST_FISH

        reach = [(near.last[:l1_mm] - mm).abs, within_mm].max * 1.001
        line(near.map { |row| point(row, mm, k, reach) })
      end

      # [distance from the length asked for, growth brought to a year, weight]
      def point(row, mm, k, reach)
        year = (1 - Math.exp(-k)) / (1 - Math.exp(-k * row[:years]))
        measuring = ((row[:sd1_mm]**2) + (row[:sd2_mm]**2)) * (year**2)
        near = (1 - (((row[:l1_mm] - mm).abs / reach)**3))**3
        [row[:l1_mm] - mm, (row[:l2_mm] - row[:l1_mm]) * year, near / (measuring + OWN_MM2)]
      end
      # Fish of one length differ by about so much in a year.
      OWN_MM2 = 12.0**2

      # Weighted line at distance 0.
      def line(points)
        sums = [0, 1, 2].map { |power| points.sum { |off, _, weight| weight * (off**power) } }
        whole = (sums[0] * sums[2]) - (sums[1]**2)
        pulls = points.map { |off, _, weight| weight * (sums[2] - (sums[1] * off)) / whole }
        slope = points.sum do |off, grown, weight|
          weight * ((sums[0] * off) - sums[1]) * grown
        end / whole
        middle = points.zip(pulls).sum { |(_, grown, _), pull| pull * grown }
        variance = points.zip(pulls).sum do |(off, grown, weight), pull|
          lever = weight * (sums[2] - (2 * sums[1] * off) + (sums[0] * (off**2))) / whole
          (pull * (grown - middle - (slope * off)) / (1 - lever))**2
        end
        freedom = ((pulls.sum**2) / pulls.sum { |pull| pull**2 }).round - 2
        half = NormalLaw.t95([freedom, 1].max) * Math.sqrt(variance)
        Interval.new(middle, middle - half, middle + half)
      end
      private_class_method :point, :line
    end
  end
end
