# frozen_string_literal: true

module Acts
  # Helps a finder who types a number; what it tells is Core::Tags::Hint's answer.
  module TellNumber
    def self.call(store:, text:) = Core::Tags::Hint.of(text, series: store.desk.series, printed: !store.tags.find(Core::Tags::Number.normalise(text)).nil?)
  end
end
