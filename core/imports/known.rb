# frozen_string_literal: true

module Core
  module Imports
    # What there is for a table to speak of.
    class Known
      # What a word about who caught a fish may mean besides a member.
      FINDER = "finder"
      # Somebody who was a member once; comes in by name, without an address to sign in with.
      FORMER = "former"

      attr_reader :species, :spots, :series, :today

      # species: [Fish::Species];  spots: [Geography::Spot];
      # members: [People::Member];  series: [[prefix, digits]];  today: Date
      def initialize(species:, spots:, members:, series:, today:)
        @species = species.to_h { |entry| [entry.code, entry] }
        @spots = spots.to_h { |spot| [spot.code, spot] }
        @series = series
        @today = today
        @ahead_minutes = Hash.new(0)
        @names = {
          **Vocabulary.names,
          species: Names.new(species.to_h do |entry|
            [entry.code, [*entry.names, entry.scientific_name, entry.code]]
          end),
          spot: Names.new(spots.to_h { |spot| [spot.code, [spot.name, spot.code]] }),
          member: Names.new(
            { **members.to_h { |member| [member.id, [member.name, member.public_name]] },
              FINDER => ["somebody who is no member"],
              FORMER => ["a former member, to be entered by this name"] }
          )
        }
      end

      # Returns [code, :sure | :likely] or nil.
      def find(field, text) = @names.fetch(field).find(text)

      # { code => title } of what a word of this field may mean.
      def choices(field) = @names.fetch(field).titles

      # The block says of a Date how far the programme's clocks were ahead of UTC. Returns itself.
      def with_clocks
        @ahead_minutes = Hash.new { |known, day| known[day] = yield(day) }
        self
      end

      # Minutes that the programme's clocks were ahead of UTC on a day.
      def ahead_minutes(day) = @ahead_minutes[day]

      # The spot nearest to a place, and how far it is: [spot, km] or nil.
      def nearest_spot(lat_deg, lon_deg)
        @nearest ||= {}
        @nearest[[lat_deg, lon_deg]] ||=
          @spots.values.map { |spot| [spot, km(spot, lat_deg, lon_deg)] }.min_by(&:last)
      end

      def km(spot, lat_deg, lon_deg)
        Geography::Geodesic.distance_m(spot.lat_deg, spot.lon_deg, lat_deg, lon_deg) / 1000
      end
    end
  end
end
