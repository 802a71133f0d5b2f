# frozen_string_literal: true

module Core
  # Old records out of other people's tables.
  module Imports
    # What stands in a cell cannot be taken as it is: which rule it breaks, and how to mend it.
    class Unreadable < StandardError
      attr_reader :mend

      def initialize(rule, mend)
        @mend = mend
        super(rule)
      end
    end
  end
end
