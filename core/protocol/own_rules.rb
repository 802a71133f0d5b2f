# frozen_string_literal: true

module Core
  module Protocol
    # A member's choices that are stricter than the house's.
    #
    #   version: 0 where nothing was ever chosen
    #   choices: { question => school }, and under HouseRules::OWN_FIGURE a smaller share of the air
    OwnRules = Value.of(version: 0, choices: {}.freeze) do
      def any? = version.positive?
    end
  end
end
