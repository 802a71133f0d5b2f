# frozen_string_literal: true

module Demo
  # One fish in five is weighed, in a wet sling. From a seed of its own.
  class Scale
    SHARE_WEIGHED = 0.2
    UNWEIGHED = { weight_g: nil, weight_how: nil, tare_g: nil }.freeze
    SLING_G = 240

    def initialize(seed) = @rng = Random.new(seed)

    # Columns of an encounter.
    def of(species, length_mm)
      return UNWEIGHED if @rng.rand >= SHARE_WEIGHED

      spread = Math.sqrt(-2 * Math.log(1 - @rng.rand)) * Math.cos(2 * Math::PI * @rng.rand)
      grams = species.weight_g_at(length_mm) * Math.exp(Truth::WEIGHT_SPREAD * spread)
      { weight_g: grams.round, weight_how: "scale", tare_g: SLING_G }
    end
  end
end
