# frozen_string_literal: true

module Acts
  # The spot that a trip or plan names.
  module KnownSpot
    # Core::Geography::Spot; raises Core::InvalidInput :unknown_spot.
    def self.fetch(store:, code:)
      store.waters.spot(code) ||
        raise(Core::InvalidInput.at("spot_code", :unknown_spot, "There is no spot " \
          "#{code.inspect}. Choose one " \
          "from the list."))
    end
  end
end
