# frozen_string_literal: true

require "yaml"

# Reads the texts of config/words/en, one file a place.
module Texts
  FOLDER = File.expand_path("words/en", __dir__)

  module_function

  # { "handling.advice.key" => text }
  def read
    Dir[File.join(FOLDER, "*.yml")].map do |file|
      flat(YAML.safe_load_file(file))
    end.reduce({}, :merge)
  end

  def flat(entry, path = nil)
    entry.each_with_object({}) do |(name, inner), texts|
      key = [path, name].compact.join(".")
      inner.is_a?(Hash) ? texts.merge!(flat(inner, key)) : texts[key] = inner
    end
  end
end
