# frozen_string_literal: true

module Core
  module Imports
    # One row of a table as it came, and what became of it.
    #
    #   line: in the file, from 1;  cells: [String | nil]
    #   state: "waiting" | "good" | "refused" | "left_out" | "stored"
    #   said: what RowReader read, through JSON, keys as Strings;  faults: [Fault] as plain data
    Row = Value.of(:line, :cells, :state, :said, :faults) do
      # What was read of it.
      def reading = RowValues.new(**said.transform_keys(&:to_sym))
    end
  end
end
