# frozen_string_literal: true

module Core
  module Protocol
    # The house rules in force: one version, kept by every record judged under it.
    #
    # Each school holds the seconds of air per class, question A of the schools:
    # nobody argues for longer than half a minute, and 10 to 20 s already costs some
    # fish breeding success, hence "balanced" as the default.
    HouseRules = Struct.new(:version, :air_school, keyword_init: true) do
      def air_base_seconds(air_class) = self.class::AIR_BASE_SECONDS.fetch(air_school).fetch(air_class)

      def self.default = new(version: 1, air_school: :balanced).freeze
    end

    HouseRules::AIR_BASE_SECONDS = {
      balanced: { fragile: 10, sensitive: 15, ordinary: 20, hardy: 30 },
      keep_wet: { fragile: 10, sensitive: 10, ordinary: 10, hardy: 10 },
      brief: { fragile: 15, sensitive: 20, ordinary: 30, hardy: 30 }
    }.freeze
  end
end
