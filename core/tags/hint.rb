# frozen_string_literal: true

module Core
  module Tags
    # What a finder may know of a number while typing it: whether it can be one of ours and was
    # printed, never whether or in which fish it is.
    module Hint
      Answer = Struct.new(:kind, :sentence, keyword_init: true)

      module_function

      # series:  [[prefix, digits], ...];  printed: whether a tag with exactly this number was
      #          printed
      # Returns Answer; kind: partial | printed | not_printed | length | other
      #   number: as the series prints it, see Number.as_printed
      def of(text, series:, number:, printed:)
        reading = Reading.new(text)
        if !reading.complete? && reading.of_series?(series)
          return answer(:partial, "Good: we check every number that fits.")
        end
        if printed
          return (
            answer(
              :printed,
              (
                if number == Number.normalise(text)
                  "There is a tag with this number."
                else
                  "You mean #{number}: there is a tag with this number."
                end
              )
            )
          )
        end
        if reading.whole?(series)
          return (
            answer(
              :not_printed,
              Text.of("tags.hint.no_tag_with_this_number")
            )
          )
        end

        typed = Number.normalise(text)
        prefix, digits = series.find { |known, _| typed.start_with?(known) }
        if prefix
          return answer(:length,
            Text.of(
              "tags.hint.our_numbers_have_and_digits", prefix:, digits:,
              typed_digits: typed.size - prefix.size
            ))
        end

        answer(
          :other,
          Text.of("tags.hint.this_does_not_have_the")
        )
      end

      def answer(kind, sentence) = Answer.new(kind:, sentence:).freeze
      private_class_method :answer
    end
  end
end
