# frozen_string_literal: true

module Api
  # What the contract found wrong, as sentences a person can act on.
  module Sentences
    module_function

    # Yields (field, sentence) for one validation error; a missing-fields error yields one each.
    def each(error)
      field = error["data_pointer"].delete_prefix("/").tr("/", ".")
      if error["type"] == "required"
        error.dig("details", "missing_keys").each do |key|
          missing = [field, key].reject(&:empty?).join(".")
          yield missing, "“#{name(missing)}” is missing."
        end
      else
        field = "body" if field.empty?
        yield field, self.for(error, field)
      end
    end

    def for(error, field)
      value = brief(error["data"])
      shown = name(field)
      schema = error["schema"].is_a?(Hash) ? error["schema"] : {}
      case error["type"]
      when "enum", "const" then Core::Text.of(
        "api.sentences.is_it_must_be_one", shown:, value:,
        const: [*schema["enum"], *schema["const"]].join(", ")
      )
      when "minimum", "exclusiveMinimum", "maximum", "exclusiveMaximum" then Core::Text.of(
        "api.sentences.is_it_must_be", shown:, value:, schema: range(schema)
      )
      when "minLength" then "“#{shown}” must not be empty."
      when "maxLength" then Core::Text.of(
        "api.sentences.is_longer_than_characters_shorten", shown:, maxlength: schema["maxLength"]
      )
      when "minItems" then "“#{shown}” needs at least #{schema['minItems']}."
      when "maxItems" then "“#{shown}” may hold at most #{schema['maxItems']}."
      when "format" then Core::Text.of(
        "api.sentences.is_which_is_not_a", shown:, value:,
        z: schema["format"] == "date" ? "date like 2026-05-31" : "time like 2026-05-31T09:15:00Z"
      )
      when "pattern" then "“#{shown}” is #{value}, which does not have the required form."
      when "schema" then "“#{shown}” is not known here. Leave it out."
      else "“#{shown}” is #{value}. It must be #{kinds(schema, error['type'])}."
      end
    end

    UNITS = {
      "mm" => "mm",
      "m" => "m",
      "g" => "g",
      "kg" => "kg",
      "c" => "°C",
      "deg" => "degrees",
      "seconds" => "s"
    }.freeze
    # Names that say nothing without what they are part of.
    PARTS = %w[value kind unit how at act].freeze

    # A field as a person would call it: "plan.surface_temp_c" is "surface temp (°C)".
    def name(field)
      path = field.split(".").grep_v(/\A\d+\z/)
      words = path.last(PARTS.include?(path.last) ? 2 : 1).flat_map { |part| part.split("_") }
      unit = UNITS[words.last] if words.size > 1
      unit ? "#{words[0...-1].join(' ')} (#{unit})" : words.join(" ")
    end

    def brief(value)
      return "nothing" if value.nil?

      text =
        value.is_a?(Hash) || value.is_a?(Array) ? "a #{value.class.name.downcase}" : value.inspect
      text.size > 60 ? "#{text[0, 57]}…" : text
    end

    def range(schema)
      low = schema["minimum"] || schema["exclusiveMinimum"]
      high = schema["maximum"] || schema["exclusiveMaximum"]
      over = schema["exclusiveMinimum"] ? "above #{low}" : "at #{low} or above"
      high ? "#{over} and at #{high} or below" : over
    end

    KINDS = {
      "integer" => "a whole number",
      "number" => "a number",
      "string" => "text",
      "object" => "an object",
      "array" => "a list",
      "boolean" => "true or false"
    }.freeze

    def kinds(schema, type)
      (Array(schema["type"] || type) - ["null"]).map { |kind| KINDS.fetch(kind, kind) }.join(" or ")
    end
    private_class_method :name, :brief, :range, :kinds
  end
end
