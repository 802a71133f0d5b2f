# frozen_string_literal: true

module Api
  # Days and moments in what was sent, made into Date and Time where the contract's formats say so:
  # once, after their form was looked at and before a route sees them.
  class SentTimes
    # Anything that was caught or will be; a year outside is a slip, and PostgreSQL knows no year 0.
    YEARS = (1900..2200)
    KINDS = {
      "date" => ["day", Date.method(:iso8601)], "date-time" => ["time", Time.method(:iso8601)]
    }.freeze
    EACH = :each

    # resolve: (node of the contract) -> it, or what it refers to
    def initialize(resolve)
      @resolve = resolve
      @places = {}.compare_by_identity
    end

    # schema: node of the contract;  value: JSON held against it already, with Symbol keys.
    # Returns it with Date and Time in their places. Raises Core::InvalidInput at the field for a
    # year in which no fish was caught.
    #   field: its name, of a parameter
    def read(schema, value, field = nil)
      places = @places[schema] ||= places(schema)
      places.reduce(value) do |stamped, (path, format)|
        at(stamped, path, format, (path.last || field).to_s)
      end
    end

    private

    # [[keys down to it, EACH for every one of a list], format]
    def places(schema, above = [])
      schema = @resolve.call(schema)
      return [[[], schema["format"]]] if KINDS.key?(schema["format"])

      parts = schema["properties"].to_h.transform_keys(&:to_sym).to_a
      parts << [EACH, schema["items"]] if schema["items"]
      places_of_times = parts.reject { |_, part| above.include?(part) }.flat_map do |key, part|
        places(part, [*above, part]).map { |path, format| [[key, *path], format] }
      end
      places_of_times + schema.values_at("allOf", "oneOf", "anyOf").compact.flatten
        .flat_map { |part| places(part, above) }
    end

    def at(value, path, format, field)
      key, *deeper = path
      case value
      when String then path.empty? ? time(value, format, field) : value
      when Array
        key == EACH ? value.map { |element| at(element, deeper, format, field) } : value
      when Hash
        value.key?(key) ? value.merge(key => at(value[key], deeper, format, field)) : value
      else value
      end
    end

    def time(text, format, field)
      kind, read = KINDS.fetch(format)
      read.call(text).tap { |time| raise ArgumentError unless YEARS.cover?(time.year) }
    rescue ArgumentError
      raise Core::InvalidInput.at(
        field, :impossible_time,
        Core::Text.of(
          "api.sent_times.is_which_is_not_a", field:, text: text.inspect[0, 60], kind:,
          begin: YEARS.begin, end: YEARS.end
        )
      )
    end
  end
end
