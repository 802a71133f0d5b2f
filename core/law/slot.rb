# frozen_string_literal: true

module Core
  module Law
    # A length held against the legal keeping lengths, with the error of measuring.
    #
    #   length:  Fish::Length in the kind that the law measures
    #   min_mm, max_mm: Integer or nil where the law sets none
    #
    # Returns :below, :inside, :above, or :too_close when a limit lies within 1.96 sd: that counts
    # as release.
    module Slot
      def self.verdict(length:, min_mm: nil, max_mm: nil)
        if [min_mm, max_mm].compact.any? { |limit| length.against(limit) == :near }
          return :too_close
        end
        return :below if min_mm && length.mm < min_mm
        return :above if max_mm && length.mm > max_mm

        :inside
      end
    end
  end
end
