# frozen_string_literal: true

module Core
  module Recaptures
    # Why a report waits, in the words of the desk, and what its finder is told and can do about it.
    # What the finder hears tells neither which fish it may be nor where.
    module Waiting
      Reason = Struct.new(:desk, :finder, :helps, keyword_init: true)

      PHOTO = "A photo of the tag helps most; then the species, the length and the place."
      LOOK = "Look at the tag once more: 0 and 8, 1 and 7, 3 and 8, 5 and 6 are easily mistaken."

      ALL =
        {
          number_not_found: [
            "no fish of ours carries this number",
            "We know no fish with this number yet. It may be " \
              "misread, or its tagging is not sent in.",
            "#{LOOK} #{PHOTO}"
          ],
          not_complete: [
            "part of the number could not be read",
            "Part of the number is missing, so more than one fish may be meant.", PHOTO
          ],
          other_programme: [
            "not the form of our numbers",
            "This number has not the form of ours; it may be another programme’s, and then we " \
              "pass it on.",
            "What else is written on the tag helps, and a photo of it."
          ],
          two_fish: [
            "its numbers are on two fish", "The two numbers belong to two different fish.",
            "Look at both tags once more; report two fish one by one."
          ],
          unlikely: [
            "length, place or time do not go with that fish",
            "The number is one of ours, but something else does not go with that fish.",
            "Look once more at the number, the length and its unit, the day and the place. #{PHOTO}"
          ],
          other_species: [
            "the number is on another species",
            "The number is one of ours, but on another kind of fish.",
            "Look once more at the number; and leave the species out if you are not sure. #{PHOTO}"
          ],
          before_release: [
            "dated before that fish was tagged", "That tag was put in after the day that you gave.",
            "Look once more at the number and at the day."
          ],
          came_off: [
            "that tag had come off before",
            "That tag had been taken off its fish before the day that you gave.",
            "Was it the tag alone? Then say so; else look once more at the number. #{PHOTO}"
          ],
          reported_kept: [
            "that fish was reported kept",
            "That fish was reported kept or dead before.",
            "#{LOOK} #{PHOTO}"
          ],
          perhaps_same_catch: [
            "this catch seems told already",
            "Somebody has told us of this catch already, it seems.",
            "If it was another catch, add what shows it: the place, the length, a photo."
          ],
          asked: [
            "a question is out", "A coordinator has asked something.",
            "Answer the question, and send the change."
          ],
          place_moved: [
            "its place was changed after its story was told",
            "Your change is kept. A coordinator looks at the new place before the fish's story " \
              "goes on with it.",
            PHOTO
          ],
          second_opinion: [
            "a second opinion is asked for", "Two coordinators look at it together.", PHOTO
          ],
          taken_back: ["a decision was taken back", "A coordinator looks at it once more.", PHOTO]
        }.transform_values { |desk, finder, helps| Reason.new(desk:, finder:, helps:).freeze }
          .freeze

      module_function

      # Also of a reason that is not known any more. Returns Reason.
      def of(reason)
        ALL.fetch(reason.to_s.to_sym) do
          Reason.new(
            desk: reason.to_s.tr("_", " "),
            finder: "A coordinator will look at it.",
            helps: PHOTO
          )
        end
      end
    end
  end
end
