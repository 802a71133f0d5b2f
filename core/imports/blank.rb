# frozen_string_literal: true

module Core
  module Imports
    # Cells in which people say nothing.
    module Blank
      NOTHING = %r{\A(?:[-–—?]|n/?a)?\z}i

      def self.is?(text) = text.nil? || text.strip.match?(NOTHING)
    end
  end
end
