# frozen_string_literal: true

module Acts
  # How somebody reads lengths, weights and temperatures; what is stored stays in metric units.
  module ChooseUnits
    # units: "metric" | "imperial". Returns { units: }.
    def self.call(store:, member:, units:)
      store.write { store.members.change(member[:id], { units: }) }
      { units: }
    end
  end
end
