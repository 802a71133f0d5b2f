# frozen_string_literal: true

module Core
  module Protocol
    # An answer that practitioners give to a contested question.
    #
    #   strictness: Integer; a member may choose a higher one than the house, never a lower one
    #   allowed:    false for what no house may choose, because it harms; it is shown with its
    #               reason all the same
    School =
      Struct.new(
        :key, :name, :says, :held_by, :reason, :against, :strictness, :allowed, keyword_init: true
      )
  end
end
