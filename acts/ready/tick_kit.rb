# frozen_string_literal: true

module Acts
  # Calls the kit: which items are in the bag.
  module TickKit
    def self.call(context, id:, ticks:)
      context.store.write do
        trip = context.store.trips.find(id)
        unless trip&.of?(context.member)
          raise Core::NotFound.new(:no_such_trip, "This trip is not one of yours. Plan it first.")
        end

        context.store.trips.change(id, ticks: ticks.uniq)
        { ticks: ticks.uniq }
      end
    end
  end
end
