# frozen_string_literal: true

module Core
  module Imports
    # How the columns of a table are to be read. What nobody chose stays nil, and rows that need it
    # are refused.
    #
    #   columns:    [{ "field" => key | nil, "unit" => String | nil, "length_kind" =>, "length_how"
    #               => }], one per column
    #   date_order: "dmy" | "mdy" | nil;  decimal: "," | "."
    #   down:       whether a cell left blank under another is the same
    #   length_how, fate, platform, member, spot: what holds where the table does not say
    #   words:      { field => { word as Names.plain => code } }, as somebody chose them
    class Mapping
      DEFAULTS = %w[length_how fate platform member spot].freeze

      attr_reader :columns, :date_order, :decimal, :words

      def initialize(told)
        @columns = told.fetch("columns")
        @date_order, @decimal = told.values_at("date_order", "decimal")
        @down = told["down"]
        @defaults = told.slice(*DEFAULTS)
        @words = told["words"] || {}
      end

      def down? = @down
      def default(name) = @defaults[name]

      # Indexes of the columns of a field, from the left.
      def at(key)
        @at ||= @columns.each_index.group_by { |index| @columns[index]["field"] }
        @at.fetch(key.to_s, [])
      end

      def column(key) = at(key).first && @columns[at(key).first]

      def chosen(field, word) = @words.fetch(field.to_s, {})[Names.plain(word)]

      def to_h
        { "columns" => @columns, "date_order" => @date_order, "decimal" => @decimal,
          "down" => @down, **@defaults, "words" => @words }
      end
    end
  end
end
