# frozen_string_literal: true

module Core
  module Fields
    # The fields of a record, and what the layers ask of them.
    class Table
      # fields:       [Field]
      # columns:      names of the record's columns
      # sent_columns: what a phone sends and the record keeps under the same name
      # lists, objects, numbers: columns of these types;  noted, log: see Field
      # measured:     fields that tables bring in and take out as mere numbers
      attr_reader :fields, :columns, :sent_columns, :lists, :objects, :numbers, :noted, :log,
        :measured

      # Each row that is read asks for these, so they are found once.
      def initialize(*fields)
        @fields = fields.freeze
        @columns = names(&:kept?)
        @sent_columns = names { |field| field.kept? && field.sent? }
        @lists = names { |field| field.kept? && field.list? }
        @objects = names { |field| field.kept? && field.object? }
        @numbers = names { |field| field.kept? && field.type == :number }
        @noted, @log = names(&:noted), names(&:log)
        @measured = fields.select(&:column).freeze
        freeze
      end

      # The field of a name.
      def [](name) = @fields.find { |field| field.name == name }

      # Names of fields that say who sends under which rules, as merging has it.
      def about_sending = names(&:about_sending).map(&:to_s)

      # { name of a group => its fields }, as merging has them
      def groups
        grouped = @fields.select(&:group).group_by { |field| field.group.to_s }
        grouped.transform_values { |fields| fields.map { |field| field.name.to_s } }
      end

      # The blank record, before a phone knows anything: { name => [], {} or nil }
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

      def names(&) = @fields.select(&).map(&:name).freeze

      def properties(&)
        @fields.select(&).to_h { |field| [field.name.to_s, field.contract] }
      end
    end
  end
end
