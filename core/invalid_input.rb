# frozen_string_literal: true

module Core
  # What was given cannot be right; change it and send it again.
  class InvalidInput < Error
    # One refusal about one field; the sentence serves both the form and the message.
    def self.at(field, code, sentence, **details)
      new(code, sentence, fields: { field => sentence }, **details)
    end
  end
end
