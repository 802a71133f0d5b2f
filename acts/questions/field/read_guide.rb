# frozen_string_literal: true

module Acts
  # The handling page of every guild, under the rules in force for this member.
  module ReadGuide
    def self.call(store:, member:)
      rules = MemberRules.of(store:, member:)
      Core::Fish::Guild.all.map { |guild| Core::Handling::Guide.for(guild:, rules:) }
    end
  end
end
