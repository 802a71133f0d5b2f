# frozen_string_literal: true

module Acts
  # Species, guilds, waters and the law, as the office keeps them.
  module ReadCatalogue
    def self.call(store:, today:)
      limit = Core::Law::Entry.stale_after_days
      { species: store.species.rows, waters: store.waters.all, guilds: Core::Fish::Guild.all.map { |guild| { key: guild.key, name: guild.name } },
        laws: store.laws.all.map { |law| law.merge(entered_at: law[:entered_at].utc.iso8601, stale: (today - law[:checked_on]).to_i > limit) } }
    end
  end
end
