# frozen_string_literal: true

module Acts
  # The handling page of every guild, under the rules in force for this member.
  module ReadGuide
    def self.call(context)
      rules = MemberRules.of(store: context.store, member: context.member)
      Core::Fish::Guild.all.map { |guild| Core::Handling::Guide.for(guild:, rules:) }
    end
  end
end
