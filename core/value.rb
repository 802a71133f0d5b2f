# frozen_string_literal: true

module Core
  # A thing with named readers that is frozen from its start; another one is made of it by #with.
  # A field that is not told is nil, one that it does not have is refused.
  module Value
    # Returns a class of things with these fields, and with what the block defines.
    def self.of(*fields, &defined)
      made = Struct.new(*fields, keyword_init: true) { include Value }
      made.class_eval(&defined) if defined
      made
    end

    def initialize(**told)
      super
      freeze
    end

    def with(**changes) = self.class.new(**to_h, **changes)

    # { field => value } of these
    def slice(*fields) = to_h.slice(*fields)
  end
end
