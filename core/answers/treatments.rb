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
        [:hook, "Hook", "deep", "hooked deep", "hooked in the mouth's edge", :hooks],
        [:air, "Air", "over", "held in the air beyond the budget", "held within it", :air],
        [:fight, "Fight", "over", "fought beyond the budget", "fought within it", :fight],
        [:warmth, "Water", "warm", "caught in warm water", "caught in cool water", nil],
        [:bleeding, "Bleeding", "bleeding", "that bled", "that did not bleed", nil],
        [:depth, "Depth", "deep", "from below #{DEEP_M} m", "from above", :pressure],
        [:removal, "Hook left", "hook left", "let go with the hook in it",
          "let go with the hook out", :deep_hook],
        [:reflexes, "Reflexes", "absent", "that had lost a reflex", "with all its reflexes", nil],
        [:surface, "Surface", "dry", "laid on a dry surface", "kept from dry surfaces", :surface],
        [:applicator, "Applicator", "gun", "tagged with an applicator gun",
          "tagged with a hollow needle", nil],
        [:experience, "Tagger", "new hands",
          "among the first #{NEW_HANDS_FISH} of their tagger", "of practised hands", nil]
      ].map { |row| Treatment.new(**Treatment.members.zip(row).to_h) }.freeze
    end
  end
end
