# frozen_string_literal: true

module Acts
  # What a phone sent, as far as it can be written down: what no database stores is spelled out, so
  # that a person can still see it.
  module HeldBody
    UNREADABLE = "\u{FFFD}"

    module_function

    # A Hash with String keys.
    def of(value) = value.is_a?(Hash) ? written_out(value) : { "as_sent" => written_out(value) }

    def written_out(value)
      case value
      when Hash then value.to_h { |key, inner| [written_out(key.to_s), written_out(inner)] }
      when Array then value.map { |inner| written_out(inner) }
      when String then value.scrub(UNREADABLE).gsub("\0", UNREADABLE)
      when Symbol then written_out(value.to_s)
      when Float then value.finite? ? value : value.to_s
      else value
      end
    end
    private_class_method :written_out
  end
end
