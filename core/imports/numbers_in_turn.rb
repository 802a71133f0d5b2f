# frozen_string_literal: true

module Core
  module Imports
    # Which catch of a table is a fish's first, told by its numbers and by days, wherever the rows
    # stand; and numbers that cannot be used so.
    class NumbersInTurn
      # A tag that may have been put in long ago, whatever the ledger holds.
      FREE = %w[in_stock in_pouch].freeze

      # tags: { number => { state: } } as they stand
      def initialize(tags)
        @tags = tags
        @line_of = {}
      end

      # rows: [{ line:, day: Date text, numbers: [String], said: "tagged" | "recaptured" | nil }]
      # Returns { line => ["tagged" | "recaptured", [rule, mend] | nil] }.
      def judge(rows)
        rows.sort_by { |row| [row[:day], row[:said] == "recaptured" ? 1 : 0, row[:line]] }
          .to_h { |row| [row[:line], one(row)] }
      end

      private

      def one(row)
        kind = row[:said] || told_by_numbers(row[:numbers])
        return [kind, nil] if kind == "recaptured"

        fault = row[:numbers].filter_map { |number| fault(number) }.first
        row[:numbers].each { |number| @line_of[number] ||= row[:line] } if fault.nil?
        [kind, fault]
      end

      def told_by_numbers(numbers)
        numbers.any? { |number| used?(number) } ? "recaptured" : "tagged"
      end

      def used?(number) = @line_of.key?(number) || @tags.dig(number, :state) == "applied"

      def fault(number)
        state = @tags.dig(number, :state)
        if @line_of.key?(number)
          ["#{number} was put in on line #{@line_of[number]} already.",
            "Say of one of the rows that the fish was caught again, or mend the number."]
        elsif state.nil?
          ["#{number} is not a number of this programme.",
            "Read it again, or enter its batch under Office, Tags first."]
        elsif state == "applied"
          ["#{number} sits in a fish already.",
            "If this is that fish caught again, say so; else mend the number."]
        elsif !FREE.include?(state)
          ["#{number} is written down as #{state}.", "Mend the number, or the ledger first."]
        end
      end
    end
  end
end
