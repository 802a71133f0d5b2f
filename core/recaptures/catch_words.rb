# frozen_string_literal: true

module Core
  module Recaptures
    # A catch in the words of letters and papers, as far as it is known.
    module CatchWords
      FOUND = {
        "caught" => "was recaptured",
        "dead" => "was found dead",
        "tag_alone" => "has lost its tag, which was found",
        "shop" => "was found in a shop",
        "in_fish" => "was found inside another fish"
      }.freeze

      module_function

      # "1 day", "at most 12 days"
      def days(count, at_most: false)
        "#{'at most ' if at_most}#{count} #{count == 1 ? 'day' : 'days'}"
      end

      # caught_on: the last day that it can have been;  day_said: "day" | "span" | "unknown"
      # "14 May 2026", "a day between 1 May 2026 and 31 May 2026", "a day that is not known"
      def day(caught_on:, day_said: "day", caught_from: nil)
        on = Units.day_text(caught_on)
        case day_said
        when "unknown" then "a day that is not known"
        when "span" then if caught_from
                           Text.of(
                             "recaptures.catch_words.a_day_between_and",
                             caught_from: Units.day_text(caught_from), on:
                           )
                         else
                           "a day before #{on}"
        end
        else on
        end
      end
    end
  end
end
