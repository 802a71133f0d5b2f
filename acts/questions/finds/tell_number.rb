# frozen_string_literal: true

module Acts
  # Helps a finder who types a number; what it tells is Core::Tags::Hint's answer.
  module TellNumber
    def self.call(store:, text:)
      series = store.desk.series
      number = Core::Tags::Number.as_printed(text, series)
      Core::Tags::Hint.of(text, series:, number:, printed: !store.tags.find(number).nil?)
    end
  end
end
