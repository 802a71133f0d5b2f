# frozen_string_literal: true

module Acts
  # A curve of the programme's own fish takes the place of the house rule in matching, under a new
  # version, when it is sound and differs from the one in force.
  module KeepGrowth
    # Less than this between two curves makes no difference to anybody's fish. House rule.
    WORTH_A_VERSION = 0.02

    # fit: Core::Estimates::Growth::Fit or a sentence. Returns whether a version was added.
    def self.call(store, species, fit)
      return false unless Core::Water::GrowthAnswer.sound?(fit)

      now = [fit.linf_mm, fit.k]
      before = species.growth&.to_h&.values_at(:linf_mm, :k_per_year)
      return false if before && now.zip(before).all? do |one, other|
        (one - other).abs <= WORTH_A_VERSION * other
      end

      store.write do
        store.species.add_curve(species.code, linf_mm: now[0], k_per_year: now[1], fish: fit.n)
      end
      true
    end
  end
end
