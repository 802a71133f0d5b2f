# frozen_string_literal: true

module Core
  module Estimates
    # The point between two bounds at which an answer turns from yes to no.
    module Bisection
      ROUNDS = 80

      # The block says yes at low and no at high.
      def self.turn(low, high)
        ROUNDS.times do
          middle = (low + high) / 2.0
          yield(middle) ? low = middle : high = middle
        end
        (low + high) / 2.0
      end
    end
  end
end
