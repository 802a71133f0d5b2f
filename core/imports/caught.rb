# frozen_string_literal: true

module Core
  module Imports
    # A catch of a table as it would be kept.
    #
    #   encounter: Records::Encounter;  numbers: [String as printed]
    Caught = Value.of(:encounter, :numbers) do
      def id = encounter.id
    end
  end
end
