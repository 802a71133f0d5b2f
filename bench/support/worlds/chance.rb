# frozen_string_literal: true

module Worlds
  # Chance of a simulated programme, from its seed.
  class Chance
    def initialize(seed) = @rng = Random.new(seed)

    def share = @rng.rand
    def happens?(share) = @rng.rand < share
    def between(low, high) = low + ((high - low) * @rng.rand)
    def whole(low, high) = @rng.rand(low..high)
    def pick(list) = list[@rng.rand(list.size)]
    def normal = Math.sqrt(-2 * Math.log(1 - @rng.rand)) * Math.cos(2 * Math::PI * @rng.rand)
    def wait(rate) = rate.zero? ? Float::INFINITY : -Math.log(1 - @rng.rand) / rate

    def poisson(mean)
      limit, product, count = Math.exp(-mean), @rng.rand, 0
      (product *= @rng.rand) && count += 1 while product > limit
      count
    end
  end

  # One thing that a page said, and whether it is true.
  #   about: which sentence;  said: "interval" | "at least" | "beyond chance" | nothing
  Check = Struct.new(:about, :kind, :low, :high, :truth, :claimed, keyword_init: true) do
    def true?
      case kind
      when :interval then truth.between?(low, high)
      when :least then low <= truth
      when :claim then !claimed
      end
    end
  end
end
