# frozen_string_literal: true

module Core
  module Recaptures
    # What somebody told of a tag that was found: a finder, or who read its number on the Deck.
    #
    #   number_as_read, more_numbers: as typed;  numbers: all of them in their printed form
    #   caught_on:   Date, the last day that it can have been
    #   day_said:    "day" | "span", then caught_from says its first day | "unknown"; nil counts as
    #                day
    #   found_how:   see CatchWords::FOUND; nil counts as caught;  fate: "released" | "kept" | ..
    #   state:       "waiting", then waiting_reason says why | "matched" | "joined", to same_as |
    #                "set_aside"
    #   place_error_m: how far off the place may be, where it is a spot's or was told so; else nil
    #   encounter_id: of the record whose numbers it is, nil of a finder's
    # Not told but found beside it:
    #   fish_id, tag_number, story_key: of the fish that it is matched to, nil while it is to none
    #   length_sd_mm: of a length with an error of its own
    Report = Value.of(
      *Fields::Report.columns, :fish_id, :tag_number, :story_key, :length_sd_mm
    ) do
      # The numbers that a member with the fish in hand read on it.
      #   encounter: Records::Encounter;  numbers: [String]
      def self.read_on_deck(encounter, numbers)
        new(
          **encounter.slice(
            :id, :species_code, :length_mm, :length_kind, :length_how, :length_sd_mm, :caught_on,
            :lat_deg, :lon_deg, :fate
          ),
          encounter_id: encounter.id, number_as_read: numbers.first,
          more_numbers: numbers.drop(1), numbers: numbers.uniq
        )
      end

      def waiting? = state == "waiting"
      def joined? = state == "joined"
      def matched_to?(fish) = !fish_id.nil? && fish_id == fish.fish_id

      # Read by a member with the fish in hand, not told by a finder.
      def on_deck? = !encounter_id.nil?

      def day_known? = day_said.nil? || day_said == "day"
      def length = Fish::Length.of(to_h)

      # All its numbers as they were typed.
      def typed = [number_as_read, *more_numbers.to_a].uniq

      # The same as our series print them, [[prefix, digits], ...].
      def printed(series)
        typed.map { |number| Tags::Number.as_printed(number, series) }.uniq
      end

      # The day in words, as far as it is known.
      def day_words = CatchWords.day(caught_on:, day_said: day_said || "day", caught_from:)

      # What Candidates and Match hold against a fish.
      def for_matching
        {
          **slice(:species_code, :caught_on, :lat_deg, :lon_deg, :found_how),
          **(day_known? ? {} : { caught_from: }),
          numbers: typed, length:
        }
      end
    end
  end
end
