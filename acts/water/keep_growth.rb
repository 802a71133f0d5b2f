# frozen_string_literal: true

module Acts
  # A curve of the programme's own fish takes the place of the house rule in matching, under a new
  # version, when it is sound and differs from the one in force.
  module KeepGrowth
    # Less than this between two curves makes no difference to anybody's fish. House rule.
    WORTH_A_VERSION = 0.02

    # fits: Core::Answers::GrowthAnswer::Fits. Returns whether a version was added.
    def self.call(store, species, fits)
      return false unless Core::Answers::GrowthAnswer.sound?(fits)

      curve = fits.curve
      before = species.growth
      return false if before && alike?(curve, before)

      store.write { store.species.add_curve(species.code, **curve, fish: fits.even.n) }
      true
    end

    # Two curves of which one swings through the year are not alike.
    def self.alike?(curve, before)
      before.swing.nil? == curve[:swing].nil? && %i[linf_mm k_per_year].all? do |name|
        (curve[name] - before[name]).abs <= WORTH_A_VERSION * before[name]
      end
    end
    private_class_method :alike?
  end
end
