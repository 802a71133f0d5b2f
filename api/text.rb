# frozen_string_literal: true

module Api
  # What PostgreSQL and everybody else can store: no NUL, no half of a surrogate pair, no infinite
  # number.
  module Text
    module_function

    def storable?(value)
      case value
      when Hash then value.all? { |key, inner| storable?(key) && storable?(inner) }
      when Array then value.all? { |inner| storable?(inner) }
      when Symbol then storable?(value.to_s)
      when String then value.valid_encoding? && !value.include?("\0")
      when Float then value.finite?
      else true
      end
    end

    HIGH, LOW = '\\\\u[dD][89abAB]\h{2}', '\\\\u[dD][c-fC-F]\h{2}'
    # Two backslashes are one that was typed, whatever follows them.
    HALF_PAIR = /\\\\|(#{HIGH}(?!#{LOW})|(?<!\\u[dD][89abAB]\h\h)#{LOW})/
    # In the place of what cannot be stored, something else that cannot: so the record that holds it
    # is found.
    MARK = '\u0000'

    # JSON text with each escaped half of a surrogate pair marked.
    def without_half_pairs(json)
      json.gsub(HALF_PAIR) { |pair| Regexp.last_match(1) ? MARK : pair }
    end

    # Whether there are more than so many values in it; stops counting there.
    def more_values?(value, most)
      waiting = [value]
      until waiting.empty?
        entry = waiting.pop
        return true if (most -= 1).negative?

        case entry
        when Hash then waiting.concat(entry.values.first(most + 1))
        when Array then waiting.concat(entry.first(most + 1))
        end
      end
      false
    end
  end
end
