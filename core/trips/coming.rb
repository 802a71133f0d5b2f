# frozen_string_literal: true

module Core
  module Trips
    # A trip that is still to come.
    #
    #   trip: Trip;  spot: Geography::Spot;  updated_at: Time;  fish: how many it has already
    Coming = Value.of(:trip, :spot, :updated_at, :fish) do
      def id = trip.id
      def held_on = trip.held_on
      def from_hour = trip.planned(:from_hour)
      def to_hour = trip.planned(:to_hour)

      # Whether it goes on on that day, or is later.
      def at_or_after?(day) = held_on > day || Night.on?(day, held_on:, from_hour:, to_hour:)

      # As a list shows it.
      def listed = { id:, held_on:, spot_name: spot.name, fish:, from_hour:, to_hour: }
    end
  end
end
