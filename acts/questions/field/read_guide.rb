# frozen_string_literal: true

module Acts
  # The handling page of every guild, under the rules in force for this member, or for everybody.
  module ReadGuide
    def self.call(context)
      store, member = context.store, context.member
      rules = member ? MemberRules.of(store:, member:) : store.house_rules.current.without_notes
      Core::Fish::Guild.all.map { |guild| Core::Handling::Guide.for(guild:, rules:) }
    end
  end
end
