# frozen_string_literal: true

module Core
  module Imports
    # One row as it would come in.
    #
    #   line:   in the file, from 1;  what: :fish | :day (no fish, hours only) | :left_out
    #   said: values of RowReader;  faults: [Fault]; nothing comes in while there is one
    Reading =
      Struct.new(:line, :what, :said, :faults, keyword_init: true) do
        def good? = faults.empty? && what != :left_out
        def left_out = self.class.new(**to_h, what: :left_out)
        def with_fault(fault) = self.class.new(**to_h, faults: [*faults, fault])
      end
  end
end
