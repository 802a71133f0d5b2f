# frozen_string_literal: true

module Core
  module Estimates
    # A long list by every so manieth of it.
    module Thinned
      def self.to(most, list)
        list.size > most ? list.each_slice((list.size / most.to_f).ceil).map(&:first) : list
      end
    end
  end
end
