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
          return answer(:partial, "Good: we look at every number that it may be.")
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
              "No tag with this number was printed. Look once more: 0 and 8, 1 and 7, 3 and 8, 5 " \
                "and 6 are easily mistaken. You can send it as it is."
            )
          )
        end

        typed = Number.normalise(text)
        prefix, digits = series.find { |known, _| typed.start_with?(known) }
        if prefix
          return answer(:length,
            "Our numbers have #{prefix} and #{digits} digits; this has " \
              "#{typed.size - prefix.size}. Type ? for each character you cannot read, " \
              "or * for several.")
        end

        answer(
          :other,
          "This has not the form of our numbers; it may be another programme's. Send it all the " \
            "same: it is kept, counted and passed on."
        )
      end

      def answer(kind, sentence) = Answer.new(kind:, sentence:).freeze
      private_class_method :answer
    end
  end
end
