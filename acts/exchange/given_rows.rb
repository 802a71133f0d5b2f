# frozen_string_literal: true

module Acts
  # Rows on their way out, with the names and species that they need.
  module GivenRows
    # exact: whether places go out as they are;  handling: whether it goes out how each fish was
    # handled. Returns Core::Exchange::Given.
    def self.of(store, exact:, handling:)
      Core::Exchange::Given.new(
        exact:, handling:, names: store.members.public_names,
        species: store.species.all.to_h { |species| [species.code, species] },
        waters: store.waters.all.to_h { |water| water.values_at(:code, :name) }
      )
    end
  end
end
