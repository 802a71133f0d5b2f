# frozen_string_literal: true

module Core
  module Imports
    # Somebody's table on its way in.
    #
    #   head: [String], has_heading: whether the file has them;  mapping: as Mapping takes it;
    #   rows: how many;  at_line: the last one done
    #   state: "read" | "checking" | "checked" | "storing" | "stopped" | "done" | "undoing" |
    #          "undone"
    #   trouble: why it stopped by itself, nil else
    Import = Value.of(
      :id, :member_id, :made_at, :file_name, :sha256, :encoding, :separator, :head, :mapping,
      :state, :rows, :at_line, :changed_at, :has_heading, :trouble
    ) do
      def mapped = Mapping.new(mapping)
    end
  end
end
