# frozen_string_literal: true

module Core
  module Recaptures
    # Why a report waits, in the words of the desk, and what its finder is told and can do about it.
    # What the finder hears tells neither which fish it may be nor where.
    module Waiting
      Reason = Struct.new(:desk, :finder, :helps, keyword_init: true)

      PHOTO = "A photo of the tag helps most; then the species, the length and the place."
      LOOK = "Read the tag once more: 0 and 8, 1 and 7, 3 and 8, 5 and 6 are easily mistaken."

      ALL =
        {
          number_not_found: [
            "no fish of ours carries this number",
            Text.of("recaptures.waiting.we_know_no_fish_with"),
            "#{LOOK} #{PHOTO}"
          ],
          not_complete: [
            "part of the number could not be read",
            "Part of the number is missing, so several fish are possible.", PHOTO
          ],
          other_programme: [
            "not the form of our numbers",
            Text.of("recaptures.waiting.this_number_does_not_have"),
            "What else is written on the tag helps, and a photo of it."
          ],
          two_fish: [
            "its numbers are on two fish", "The two numbers belong to two different fish.",
            "Check both tags once more. Report two fish one by one."
          ],
          unlikely: [
            "length, place or time do not fit that fish",
            "The number is one of ours, but something else does not fit that fish.",
            "Check the number, the length and its unit, the day and the place. #{PHOTO}"
          ],
          other_species: [
            "the number is on another species",
            "The number is one of ours, but on another kind of fish.",
            "Check the number. Leave the species out if you are not sure. #{PHOTO}"
          ],
          before_release: [
            "dated before that fish was tagged", Text.of(
              "recaptures.waiting.that_tag_was_applied_after"
            ),
            "Check the number and the day."
          ],
          came_off: [
            "that tag had come off before",
            "That tag had been removed from its fish before the day that you entered.",
            "Was it the tag alone? Then say so. Otherwise check the number. #{PHOTO}"
          ],
          reported_kept: [
            "that fish was reported as kept",
            "That fish was reported as kept or dead before.",
            "#{LOOK} #{PHOTO}"
          ],
          perhaps_same_catch: [
            "this catch seems to be reported already",
            "Somebody seems to have reported this catch already.",
            "If it was another catch, add what shows it: the place, the length, a photo."
          ],
          asked: [
            "a question was asked", "A coordinator has asked something.",
            "Answer the question, and send the change."
          ],
          place_moved: [
            "its place was changed after its story was told",
            Text.of("recaptures.waiting.your_change_is_saved_a"),
            PHOTO
          ],
          second_opinion: [
            "a second opinion is asked for", "Two coordinators review it together.", PHOTO
          ],
          taken_back: ["a decision was undone", "A coordinator reviews it once more.", PHOTO]
        }.transform_values { |desk, finder, helps| Reason.new(desk:, finder:, helps:).freeze }
          .freeze

      module_function

      # Also of a reason that is not known any more. Returns Reason.
      def of(reason)
        ALL.fetch(reason.to_s.to_sym) do
          Reason.new(
            desk: reason.to_s.tr("_", " "),
            finder: "A coordinator will review it.",
            helps: PHOTO
          )
        end
      end
    end
  end
end
