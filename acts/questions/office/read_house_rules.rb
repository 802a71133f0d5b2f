# frozen_string_literal: true

module Acts
  # The contested questions with their schools, what the house chose, and what the member chose on
  # top.
  module ReadHouseRules
    def self.call(context)
      rules = context.store.house_rules.current
      {
        version: rules.version,
        choices: rules.choices,
        own: context.member.stricter,
        versions: context.store.house_rules.versions,
        figures:
          Core::Protocol::Figures::ALL.values.map do |figure|
            figure.to_h.merge(value: rules.figure(figure.key))
          end,
        guild_notes: rules.guild_notes,
        guilds: Core::Fish::Guild.all.map { |guild| { key: guild.key, name: guild.name } },
        questions:
          Core::Protocol::Questions::ALL.map do |question|
            question.to_h.except(:guild_defaults).merge(schools: question.schools.map(&:to_h))
          end
      }
    end
  end
end
