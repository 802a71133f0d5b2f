# frozen_string_literal: true

module Acts
  # The spot that a trip or plan names.
  module KnownSpot
    # Core::Geography::Spot; raises Core::InvalidInput :unknown_spot.
    def self.fetch(store:, code:)
      store.waters.spot(code) ||
        raise(Core::InvalidInput.at("spot_code", :unknown_spot,
          Core::Text.of("ready.known_spot.there_is_no_spot_choose", code: code.inspect)))
    end
  end
end
