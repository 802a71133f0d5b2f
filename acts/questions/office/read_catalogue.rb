# frozen_string_literal: true

module Acts
  # Species, guilds, waters and the law, as the office keeps them.
  module ReadCatalogue
    def self.call(store:, today:)
      limit = store.house_rules.current.figure(:law_stale_days)
      guilds = Core::Fish::Guild.all.map { |guild| { key: guild.key, name: guild.name } }
      { species: store.species.rows, waters: store.waters.all, guilds:,
        laws: store.laws.all.map { |law| shown(law, today, limit) },
        past_laws: store.laws.past.map { |law| past(law) } }
    end

    def self.shown(law, today, limit)
      law.merge(entered_at: law[:entered_at].utc.iso8601,
        stale: (today - law[:checked_on]).to_i > limit)
    end

    def self.past(law)
      law.merge(entered_at: law[:entered_at].utc.iso8601,
        superseded_at: law[:superseded_at].utc.iso8601,
        withdrawn_at: law[:withdrawn_at]&.utc&.iso8601)
    end
    private_class_method :shown, :past
  end
end
