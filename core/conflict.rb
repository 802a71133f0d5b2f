# frozen_string_literal: true

module Core
  # It contradicts what is already kept; look at the other record first.
  class Conflict < Error
    def self.at(field, code, sentence, **details)
      new(code, sentence, fields: { field => sentence }, **details)
    end
  end
end
