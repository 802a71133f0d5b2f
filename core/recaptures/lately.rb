# frozen_string_literal: true

module Core
  module Recaptures
    # What the front page tells of a fish that came back: nothing that its public story does not
    # tell, and of its day no more than the month.
    #
    #   species: Fish::Species;  days, km: whole numbers, nil where unknown;  grew_mm: nil where it
    #   did not measurably grow;  month: "October 2026";  cell: [lat_deg, lon_deg] of the middle
    #   picture: address of one that its member shows, nil without
    Lately = Value.of(:species, :days, :days_at_most, :km, :grew_mm, :month, :cell, :week,
      :picture) do
      # story: Story::Telling for the public, with at least two catches;  week: Date shown from
      def self.of(story, week:, picture: nil)
        whole, last = story.whole, story.catches.last
        metres = whole.by_water_m || whole.distance_m
        new(
          species: story.species, days: whole.days, days_at_most: whole.days_at_most || false,
          km: metres && (metres / 1000.0).round,
          grew_mm: whole.growth.verdict == :grew ? whole.growth.increment_mm.round : nil,
          month: last.caught_on.strftime("%B %Y"), cell: last.placed? ? last.place : nil, week:,
          picture:
        )
      end

      # The Monday from which a week's returns are shown, all at once, so that nobody learns the
      # day.
      # House rule.
      def self.shown_from(today) = today - ((today.wday - 1) % 7)
    end
  end
end
