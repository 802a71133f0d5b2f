# frozen_string_literal: true

module Core
  module Fields
    # The fields of a record, and what the layers ask of them.
    class Table
      attr_reader :fields

      def initialize(*fields)
        @fields = fields.freeze
        freeze
      end

      # The field of a name.
      def [](name) = @fields.find { |field| field.name == name }

      # Columns of the record.
      def columns = names(&:kept?)

      # What a phone sends and the record keeps under the same name.
      def sent_columns = names { |field| field.kept? && field.sent? }

      def lists = names { |field| field.kept? && field.list? }
      def objects = names { |field| field.kept? && field.object? }
      def numbers = names { |field| field.kept? && field.type == :number }
      def noted = names(&:noted)
      def log = names(&:log)

      # Fields that tables bring in and take out as mere numbers.
      def measured = @fields.select(&:column)

      # What says who sends under which rules, as merging has it.
      def about_sending = names(&:about_sending).map(&:to_s)

      # { name of a group => its fields }, as merging has them
      def groups
        grouped = @fields.select(&:group).group_by { |field| field.group.to_s }
        grouped.transform_values { |fields| fields.map { |field| field.name.to_s } }
      end

      # What a phone may say of it, before anything is known: { name => [], {} or nil }
      def blanks
        sent = @fields.select { |field| field.kept? && field.sent? && field.changed? }
        sent.select(&:blank?).to_h { |field| [field.name, field.blank] }
      end

      # Schemas of the contract: what a phone sends, and what a correction may change.
      def sent_schema
        { "type" => "object", "required" => names(&:always_sent?).map(&:to_s),
          "additionalProperties" => false, "properties" => properties(&:sent?) }
      end

      def changes_schema
        { "type" => "object", "minProperties" => 1, "additionalProperties" => false,
          "properties" => properties(&:changed?) }
      end

      private

      def names(&) = @fields.select(&).map(&:name)

      def properties(&)
        @fields.select(&).to_h { |field| [field.name.to_s, field.contract] }
      end
    end
  end
end
