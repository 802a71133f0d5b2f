# frozen_string_literal: true

module Acts
  # What there is for somebody's table to speak of.
  module ImportKnown
    def self.of(context)
      store = context.store
      Core::Imports::Known.new(
        species: store.species.all, spots: store.waters.spots, members: store.members.all,
        series: store.desk.series, today: context.today
      ).with_clocks { |day| store.programme.offset_minutes(day) }
    end

    # The import, for a coordinator's act. Raises Core::NotFound.
    def self.fetch(store, id)
      store.imports.find(id) ||
        raise(Core::NotFound.new(:no_such_import, "There is no such table. Send it again."))
    end
  end
end
