# frozen_string_literal: true

module Core
  module Photo
    # A fish of paper, to be printed, cut out and photographed on our board: its length is known and
    # it lies flat, so that a camera can be tried without a fish.
    module TestFish
      # Snout to fork, and to the end of the tail. As long as an A4 sheet allows.
      FORK_MM = 240
      TAIL_MM = 258
      # On paper it is no higher than this above the board.
      HEIGHT_MM = 0
    end
  end
end
