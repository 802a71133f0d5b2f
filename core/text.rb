# frozen_string_literal: true

module Core
  # Texts for people by key. They stand in config/words/en, a file for each place; the compiled core
  # carries those that it needs.
  module Text
    class << self
      # { key => text, with %{name} where a value goes }
      attr_writer :catalogue

      # The text of a key with its values filled in. Raises KeyError where there is none.
      def of(key, **values)
        values.reduce(@catalogue.fetch(key)) do |text, (name, value)|
          text.gsub("%{#{name}}") { value.to_s }
        end
      end
    end
  end
end
