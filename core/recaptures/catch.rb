# frozen_string_literal: true

module Core
  module Recaptures
    # One catch in the chain of a fish, from the Deck or from a finder.
    #
    #   what:   "tagged" | "recaptured" | ..;  source: "deck" | "report"
    #   caught_on: the last Date possible;  day_said, caught_from: see Report
    #   found_how, fate: see Report;  length: Fish::Length or nil
    #   place_name: of the spot;  water_name: of its water, which is all that the public is told
    #   by:     who had it in hand, in words for who reads; member_name, public_name: what is known
    #   relative_weight: see Story
    Catch = Value.of(
      :id, :what, :source, :species_code, :caught_on, :caught_from, :fate, :length, :weight_g,
      :lat_deg, :lon_deg, :place_name, :water_name, :member_name, :public_name, :by, :air_seconds,
      :outcome, :relative_weight, tag_numbers: [].freeze, found_how: "caught", day_said: "day"
    ) do
      def day_known? = day_said == "day"
      def placed? = !lat_deg.nil?

      # [lat_deg, lon_deg], both nil of one without a place
      def place = [lat_deg, lon_deg]

      # The day in words, as far as it is known.
      def day_words = CatchWords.day(caught_on:, day_said:, caught_from:)
    end
  end
end
