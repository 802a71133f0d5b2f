# frozen_string_literal: true

module Core
  # Old records out of other people's tables.
  module Imports
    # A cell that cannot be read: the rule it breaks, how to mend it, and
    # which choice about the whole table would settle it.
    class Unreadable < StandardError
      attr_reader :mend, :ask

      def initialize(rule, mend, ask: nil)
        @mend = mend
        @ask = ask
        super(rule)
      end
    end
  end
end
