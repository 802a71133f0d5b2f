# frozen_string_literal: true

# Views of the map of Marrow Sound, near and far.
module MapViews
  SIZES_DEG = [0.2, 0.5, 1.2].freeze

  # [[south, west, north, east], ...]
  def self.of(count, rng)
    Array.new(count) do
      south, west = 48.0 + rng.rand, -22.0 + rng.rand
      size = SIZES_DEG.sample(random: rng)
      [south, west, south + size, west + (size * 1.5)]
    end
  end
end
