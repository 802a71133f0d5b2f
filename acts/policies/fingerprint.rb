# frozen_string_literal: true

module Acts
  # Tells whether the same thing was sent twice: equal content, equal fingerprint,
  # whatever the order of the keys.
  module Fingerprint
    def self.of(value) = Digest::SHA256.hexdigest(JSON.generate(sorted(value)))

    def self.sorted(value)
      case value
      when Hash then value.map { |key, inner| [key.to_s, sorted(inner)] }.sort.to_h
      when Array then value.map { |inner| sorted(inner) }
      else value
      end
    end
    private_class_method :sorted
  end
end
