# frozen_string_literal: true

module Core
  module Fields
    # A field of a record. What else is made of it: docs/ARCHITECTURE.md, "Each field once".
    #
    #   name:    Symbol, the same from the column to JSON and TypeScript, with its unit
    #   type:    :id :text :code :codes :numbers :integer :number :time :date :boolean :object
    #   schema:  name of its schema in the contract, where that is not made of the rest
    #   codes:   list of Vocabulary;  range: of a number, or of the size of a text or a list
    #   kept:    whether it is a column of the record, and not only sent with it
    #   sent:    whether a phone sends it: false, true or :always
    #   changed: whether a correction may change it
    #   null:    whether it may be unknown
    #   group:   what it can only be merged together with
    #   about_sending: says who sends under which rules, nothing of the fish
    #   noted:   whether a change of it is shown as before and after
    #   log:     whether a member's log has it
    #   note:    description in the contract
    #   column:  Column, where tables bring it in and take it out as a mere number
    Field = Value.of(
      :name, :type, :schema, :codes, :range, :group, :note, :column, kept: true,
      sent: false, changed: nil, null: true, about_sending: false, noted: false, log: false
    ) do
      def self.of(name, type, **more) = new(name:, type:, **more)

      def kept? = kept
      def sent? = sent != false
      def always_sent? = sent == :always
      def list? = %i[codes numbers].include?(type)
      def object? = type == :object
      def changed? = changed.nil? ? sent? && !about_sending : changed

      # Whether a record may say nothing of it, and what stands there then.
      def blank? = null || list? || object?

      def blank
        return [] if list?

        object? && !null ? {} : nil
      end

      # Its schema in the contract.
      def contract
        described = note ? { "description" => note } : {}
        { **(schema ? reference : shape), **described }
      end

      private

      def shape
        case type
        when :code then { "enum" => [*Vocabulary.codes(codes), *(null ? [nil] : [])] }
        when :codes
          { "type" => "array", "maxItems" => Vocabulary.codes(codes).size, "uniqueItems" => true,
            "items" => { "enum" => Vocabulary.codes(codes) } }
        when :numbers
          { "type" => "array", "maxItems" => range.max,
            "items" => { "type" => "string", "minLength" => 1, "maxLength" => 40 } }
        when :boolean then { "type" => "boolean" }
        when :date then { "type" => %w[string null], "format" => "date" }
        else { "type" => null ? [json_type, "null"] : json_type, **limits }
        end
      end

      def reference
        named = { "$ref" => "#/components/schemas/#{schema}" }
        null ? { "anyOf" => [named, { "type" => "null" }] } : named
      end

      def json_type = %i[integer number].include?(type) ? type.to_s : "string"

      def limits
        return {} if range.nil?
        return { "minimum" => range.min, "maximum" => range.max } unless json_type == "string"

        least = range.min.zero? ? {} : { "minLength" => range.min }
        { **least, "maxLength" => range.max }
      end
    end
  end
end
