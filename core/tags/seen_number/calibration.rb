# frozen_string_literal: true

module Core
  module Tags
    class SeenNumber
      # From the share that a digit has of what was seen in its place, how often it is right; and
      # how often an offer is right in all digits that it reads. Set on 1,110 generated pictures of
      # five grades of wear (bench/pictures.rb, docs/PICTURES.md); others are reported.
      module Calibration
        # A digit's chance goes with its share to this power, and none is lower than the floor
        # says. By maximum likelihood.
        POWER = 2
        FLOOR = 0.002
        # Chances of the digits read, multiplied, in percent from => of such offers so many were
        # right.
        CLASSES = { 92 => 0.985, 90 => 0.85, 0 => 0.75 }.freeze
        # A digit that is not seen, or hardly, is not told apart from the others.
        HARDLY = 0.005

        module_function

        # { digit => chance } of those that are likelier than hardly.
        #   shares: { digit => of what was seen }, as SeenNumber has them
        def chances(shares)
          weights = shares.transform_values { |share| (share**POWER) + FLOOR }
          unseen = SeenDigits::DIGITS - shares.size
          total = weights.values.sum + (unseen * FLOOR)
          weights.transform_values { |weight| (weight / total).round(4) }
            .select { |_, chance| chance > HARDLY }
        end

        # chances: of the digits that are read, 0..1
        def share(chances)
          percent = 100 * chances.inject(:*)
          CLASSES.find { |from, _| percent >= from }.last
        end
      end
    end
  end
end
