# frozen_string_literal: true

module Core
  module Imports
    # What keeps a row out. column: its header as the file has it, nil for the row as a whole;
    # value: what stands there; rule: a sentence; mend: what to do about it.
    Fault =
      Struct.new(:column, :value, :rule, :mend, keyword_init: true) do
        def to_h = super.compact
      end
  end
end
