# frozen_string_literal: true

module Core
  module Practice
    # How an answer to an exercise was: marks from 0 to 100, what made them in words, and what would
    # have been right.
    #
    #   parts: [{ name:, marks: 0..100, says: }];  right: plain data of the exercise
    Answer = Struct.new(:marks, :parts, :right, keyword_init: true)
  end
end
