# frozen_string_literal: true

module Core
  # A thing with named readers that is frozen from its start; another one is made of it by #with.
  # A field that is not told is nil or what was said for it, one that it does not have is refused.
  module Value
    # Returns a class of things with these fields, and with what the block defines.
    #   unless_told: { further field => what it is where nothing is told }
    def self.of(*fields, **unless_told, &defined)
      made = Struct.new(*fields, *unless_told.keys) { include Value }
      made.const_set(:UNLESS_TOLD, unless_told.freeze)
      made.class_eval(&defined) if defined
      made
    end

    def initialize(**fields)
      fields = { **self.class::UNLESS_TOLD, **fields }
      unknown = fields.keys - members
      raise ArgumentError, "unknown: #{unknown.join(', ')}" if unknown.any?

      super(*fields.values_at(*members))
      freeze
    end

    def with(**changes) = self.class.new(**to_h, **changes)

    # { field => value } of these
    def slice(*fields) = to_h.slice(*fields)
  end
end
