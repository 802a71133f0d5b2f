# frozen_string_literal: true

module Core
  module Imports
    # The cells of one row, read as the mapping says; what cannot be read becomes a fault, or a note
    # where the mapping lets such cells be left out.
    class RowCells
      # A mark that stands for the cell above.
      DITTO = /\A(?:["”“″〃]|''|ditto|dto\.?|do\.?)\z/i

      def self.ditto?(cell) = !cell.nil? && cell.match?(DITTO)

      attr_reader :mapping, :known, :faults, :notes

      # head: [String], what columns are called in faults
      def initialize(head:, mapping:, known:)
        @head = head
        @mapping = mapping
        @known = known
        @last = []
        @above = {}
      end

      # cells: [String | nil] of the next row of the file
      def take(cells)
        @cells = cells.each_with_index.map do |cell, index|
          self.class.ditto?(cell) ? @last[index] : cell
        end
        @last = @cells
        @faults, @notes = [], []
      end

      def row? = RowReader.row?(@cells, @head)

      # Puts what was written once above into the columns where it holds for rows below.
      def read
        @texts = KnownColumns::ALL.to_h { |field| [field.key, joined(field.key)] }
        check_width
        check_untaken
        return unless @mapping.down?

        @above = {} unless @texts[:date].nil?
        KnownColumns::ALL.select(&:down).each do |field|
          @texts[field.key] ||= @above[field.key]
          @above[field.key] = @texts[field.key]
        end
      end

      # Text of a field, nil where it is blank.
      def [](key) = @texts[key]

      def choice(name) = @mapping.default(name)

      # The block's value; nil and a fault where the cell cannot be read.
      def try(key)
        return nil if @texts[key].nil?

        yield @texts[key]
      rescue Unreadable => e
        fault(key, e.message, e.mend, ask: e.ask)
      end

      # A number and its unit, as Numbers reads it.
      def number(key) = try(key) { |text| Numbers.read(text, decimal: @mapping.decimal) }

      # A word in one of our lists: as somebody chose it, else as it is found.
      def word(field)
        try(field) do |text|
          @mapping.chosen(field,
            text) || @known.find(field, text)&.first || (block_given? && yield) ||
            raise(Unreadable.new("The name #{text} is not known.",
              "Choose its meaning.", ask: field.to_s))
        end
      end

      # Returns nil. ask: the choice that would settle it
      def fault(key, rule, mend, ask: nil)
        index = @mapping.at(key).first
        value = index && @texts[key]
        if spared?(key, ask) && value
          @notes << "#{@head[index]}: #{value}"
        else
          @faults << Fault.new(column: index && @head[index], value:, rule:, mend:, ask:)
        end
        nil
      end

      private

      # A length of unknown kind is no length, so its kind is always asked for.
      def spared?(key, ask)
        @mapping.leave_out? && KnownColumns::OPTIONAL.include?(key) && key != :length_kind &&
          (ask.nil? || ask == key.to_s)
      end

      def joined(key)
        texts = @mapping.at(key).map { |index| @cells[index] }.reject { |cell| Blank.is?(cell) }
        return nil if texts.empty?

        texts.map(&:strip).join(KnownColumns::MANY.include?(key) ? "; " : " ")
      end

      # A column of which nobody said what it is may be the one that matters.
      def check_untaken
        return if choice("untaken")

        place = untaken.find { |index| !Blank.is?(@cells[index]) } or return
        @faults << Fault.new(
          column: @head[place], value: @cells[place], rule: Text.of(
            "imports.row_cells.the_meaning_of_this_column"
          ),
          mend: "Choose its meaning, or that such columns are not imported.", ask: "untaken"
        )
      end

      def untaken
        @untaken ||= @mapping.columns.each_index.select do |index|
          @mapping.columns[index]["field"].nil?
        end
      end

      # A cell behind the last column belongs to none: one separator too many parted a cell.
      def check_width
        beyond = @cells.drop(@head.size).reject { |cell| Blank.is?(cell) }
        return if beyond.empty?

        @faults << Fault.new(
          column: nil, value: beyond.join(" "),
          rule: "This row has #{@cells.size} cells, the table #{@head.size} columns.",
          mend: "Put cells that hold the separator itself in quotation marks."
        )
      end
    end
  end
end
