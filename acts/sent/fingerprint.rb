# frozen_string_literal: true

module Acts
  # Tells whether the same thing was sent twice: equal content, equal fingerprint,
  # whatever the order of the keys.
  module Fingerprint
    def self.of(value) = Digest::SHA256.hexdigest(JSON.generate(sorted(value)))

    # The same id for the same text, wherever and whenever.
    def self.uuid(text)
      hex = Digest::SHA256.hexdigest(text)
      [hex[0, 8], hex[8, 4], "8#{hex[13, 3]}", "a#{hex[17, 3]}", hex[20, 12]].join("-")
    end

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
