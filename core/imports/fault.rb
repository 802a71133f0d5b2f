# frozen_string_literal: true

module Core
  module Imports
    # What keeps a row out. column: its header as the file has it, nil for the row as a whole;
    # value: what stands there; rule: a sentence; mend: what to do about it; ask: the choice of
    # Mapping, or the field of a word, that would let it in, nil where only the row can be mended
    Fault =
      Struct.new(:column, :value, :rule, :mend, :ask, keyword_init: true) do
        def to_h = super.compact
      end
  end
end
