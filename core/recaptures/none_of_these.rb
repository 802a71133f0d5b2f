# frozen_string_literal: true

module Core
  module Recaptures
    # That a report is about none of the candidates: another programme's number, one that nobody
    # reported used, or one misread beyond knowing.
    module NoneOfThese
      module_function

      # Names of the weights that speak for it.
      #   reading: Tags::Reading;  series: [[prefix, digits], ...] of ours
      #   carried: numbers on fish of ours;  species_told: whether the report names a species
      def weights(reading, series:, carried:, species_told: false)
        unread =
          series.map { |prefix, digits| reading.unread(prefix:, digits:) }.min ||
          reading.text.count("?")
        [
          :none,
          *Array.new(unread, :none_unread),
          *shape(reading, series, carried),
          *(:none_species if species_told)
        ]
      end

      def log(names) = names.sum { |name| Weights::ALL[name] }

      # Is the number, with nothing misread, on a fish of ours? Else, has it the form of one? How it
      # is written says the same of all numbers, so it counts here too.
      def shape(reading, series, carried)
        return [:none_foreign] unless series.empty? || reading.of_series?(series)

        numbers = Tags::Number.completions(reading.text, series)
        written = numbers.empty? ? [] : reading.weights(numbers.first) - [:same]
        return :none_exact, *written if numbers.any? { |number| carried.include?(number) }

        reading.whole?(series) ? [:none_whole, *written] : []
      end
      private_class_method :shape
    end
  end
end
