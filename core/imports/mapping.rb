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
    #   words:      { field => { word as Names.plain => code } }, as somebody chose them
    #   the rest:   CHOICES, what holds for the whole table
    class Mapping
      # length_how, fate, platform, member, spot: what holds where the table does not say
      # length_kind:  the same; "usual": as is usual for each species
      # numbers:      whose tag numbers without letters are: a prefix of ours | "other"
      # other_programme: its name, where they are another programme's
      # zone:         of times without one: "local" | "UTC" | "+11:00"
      # years:        [first, last] of the table, for years of two digits
      # twice:        a row that stands twice: "once" | "each"
      # unreadable:   a cell that can be spared: "leave_out", with a note; else its row is refused
      # strangers:    names that are no member's: "finder" | "former"
      # untaken:      columns of which nobody said what they are: "leave"
      CHOICES = %w[length_how fate platform member spot length_kind numbers other_programme zone
        years twice unreadable strangers untaken].freeze
      OTHER = "other"
      USUAL = "usual"

      attr_reader :columns, :date_order, :decimal, :words

      # told: as to_h gives it; of readings that were kept long ago newer choices are missing.
      def initialize(saved)
        @columns = saved.fetch("columns")
        @date_order, @decimal = saved.values_at("date_order", "decimal")
        @down = saved["down"]
        @choices = CHOICES.to_h { |name| [name, saved[name]] }
        @words = saved["words"] || {}
      end

      def down? = @down
      def default(name) = @choices[name]

      def numbers_of_others? = default("numbers") == OTHER
      def leave_out? = default("unreadable") == "leave_out"
      def years = default("years")&.then { |first, last| first..last }

      # Indexes of the columns of a field, from the left.
      def at(key)
        @places ||= @columns.each_index.group_by { |index| @columns[index]["field"] }
        @places.fetch(key.to_s, [])
      end

      def column(key) = at(key).first && @columns[at(key).first]

      def chosen(field, word) = @words.fetch(field.to_s, {})[Names.plain(word)]

      def to_h
        { "columns" => @columns, "date_order" => @date_order, "decimal" => @decimal,
          "down" => @down, **@choices, "words" => @words }
      end
    end
  end
end
