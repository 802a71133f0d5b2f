# frozen_string_literal: true

module Core
  module Tags
    class SeenNumber
      # The share of offers that are right, by how one-sided their digits are: a logistic curve
      # through 300 generated pictures of five grades of wear, for which the seeds that are reported
      # were held back (bench/pictures.rb, docs/PICTURES.md).
      module Calibration
        INTERCEPT = 4.413
        WHOLE = 3.277
        WEAKEST = 0.823
        MOST = 0.99

        module_function

        # shares: of the digits that are read, 0..1
        def share(shares)
          odds = INTERCEPT + (WHOLE * shares.sum { |share| Math.log(share) }) +
            (WEAKEST * Math.log(shares.min))
          [1 / (1 + Math.exp(-odds)), MOST].min
        end
      end
    end
  end
end
