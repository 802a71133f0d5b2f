# frozen_string_literal: true

module Acts
  # Species, guilds, waters and the law, as the office keeps them.
  module ReadCatalogue
    def self.call(store:, today:)
      limit = store.house_rules.current.figure(:law_stale_days)
      guilds = Core::Fish::Guild.all.map { |guild| { key: guild.key, name: guild.name } }
      { species: store.species.rows, waters: store.waters.all, guilds:,
        laws: store.laws.all(stale_before: today - limit), past_laws: store.laws.past }
    end
  end
end
