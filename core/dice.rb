# frozen_string_literal: true

module Core
  # Random numbers from a seed, the same in Ruby and compiled.
  #
  # Source: Park and Miller (1988), with the multiplier of 1993, which stays within whole numbers
  # that a double holds.
  class Dice
    MODULUS = 2_147_483_647
    MULTIPLIER = 48_271

    def initialize(seed)
      @state = (seed.to_i.abs % (MODULUS - 1)) + 1
      3.times { share }
    end

    # From 0 up to 1.
    def share
      @state = (@state * MULTIPLIER) % MODULUS
      (@state - 1) / (MODULUS - 1).to_f
    end

    def between(low, high) = low + ((high - low) * share)
    def whole(low, high) = low + (share * (high - low + 1)).floor
    def pick(list) = list[(share * list.size).floor]
    def chance?(of) = share < of

    # Of the normal law. Source: Box and Muller (1958), Ann. Math. Statist. 29, 610-611.
    def normal = Math.sqrt(-2 * Math.log(1 - share)) * Math.cos(2 * Math::PI * share)

    # Near the middle, seldom far from it: the sum of three.
    def around(middle, spread) = middle + (spread * (share + share + share - 1.5) / 1.5)
  end
end
