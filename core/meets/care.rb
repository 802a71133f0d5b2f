# frozen_string_literal: true

module Core
  module Meets
    # The care with which a meet's fish were handled: shares, and never a number of fish, so that
    # nobody fishes for a place on a board.
    module Care
      # Of fewer a share says nothing, and would count them. House rule.
      LEAST_FISH = 5

      module_function

      # Returns { within_air: share in percent, complete: share in percent }, nil for too few.
      #   fish: [{ within_air: true | false | nil, complete: true | false }]
      def of(fish)
        timed = fish.reject { |row| row[:within_air].nil? }
        {
          within_air: percent(timed, :within_air), complete: percent(fish, :complete)
        }
      end

      # In steps of ten: finer ones would count.
      def percent(fish, key)
        return nil if fish.size < LEAST_FISH

        (fish.count { |row| row[key] } * 10.0 / fish.size).round * 10
      end
      private_class_method :percent
    end
  end
end
