# frozen_string_literal: true

module Acts
  # Rows on their way out, with the names and species that they need.
  module GivenRows
    # exact: whether places go out as they are. Returns Core::Exchange::Given.
    def self.of(store, exact:)
      Core::Exchange::Given.new(
        exact:, names: store.members.public_names,
        species: store.species.all.to_h { |one| [one.code, one] },
        waters: store.waters.all.to_h { |water| water.values_at(:code, :name) }
      )
    end
  end
end
