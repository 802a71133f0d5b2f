# frozen_string_literal: true

module Core
  module Handling
    # How long a fight may last before it costs the fish too much. House rule.
    #
    # Source: house rule; the 2/3 power follows muscle cross-section against body mass.
    module FightBudget
      # weight_g: Numeric > 0. Returns whole seconds.
      def self.seconds(weight_g:) = (20 + (25 * ((weight_g / 1000.0)**(2.0 / 3)))).round
    end
  end
end
