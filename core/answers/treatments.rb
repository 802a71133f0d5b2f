# frozen_string_literal: true

module Core
  module Answers
    # Ways of treating a fish that are compared, each with another way.
    #
    #   key: as Store::Treated has it;  name: of the matter;  short: the way compared, for a chart
    #   words, against: of fish that were treated so, and of the others
    #   question: the house's question that it bears on, a key of Protocol::Questions, or nil
    module Treatments
      Treatment = Value.of(:key, :name, :short, :words, :against, :question)
      # A tagger's first fish count as tagged by new hands. House rule.
      NEW_HANDS_FISH = 50
      DEEP_M = 10

      ALL = [
        [:hook, "Hook", "deep", "hooked deep", "hooked in the lip or jaw", :hooks],
        [:air, "Air", "over", "kept in the air beyond the limit",
          "kept in the air within the limit", :air],
        [:fight, "Fight", "over", "fought beyond the limit", "fought within the limit", :fight],
        [:warmth, "Water", "warm", "caught in warm water", "caught in cool water", nil],
        [:bleeding, "Bleeding", "bleeding", "that bled", "that did not bleed", nil],
        [:depth, "Depth", "deep", "from below #{DEEP_M} m", "from above", :pressure],
        [:removal, "Hook left", "hook left", "released with the hook in",
          "released with the hook out", :deep_hook],
        [:reflexes, "Reflexes", "absent", "that had lost a reflex", "with all its reflexes", nil],
        [:surface, "Surface", "dry", "laid on a dry surface", "kept from dry surfaces", :surface],
        [:applicator, "Applicator", "gun", "tagged with an applicator gun",
          "tagged with a hollow needle", nil],
        [:experience, "Tagger", "first fish of a tagger",
          "among the first #{NEW_HANDS_FISH} of their tagger", "of experienced taggers", nil]
      ].map { |row| Treatment.new(**Treatment.members.zip(row).to_h) }.freeze
    end
  end
end
