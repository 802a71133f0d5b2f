# frozen_string_literal: true

module Core
  module Imports
    # Which catch of a table is a fish's first, told by its numbers and by days, wherever the rows
    # stand; and numbers that cannot be used so.
    class NumbersInTurn
      # A tag that may have been put in long ago, whatever the ledger holds.
      FREE = %w[in_stock in_pouch].freeze

      # A row that names numbers.
      #   day: Date as text;  said: "tagged" | "recaptured" | nil;  species_code: nil where its tag
      #   has to say it
      Named = Struct.new(:line, :day, :numbers, :said, :species_code, keyword_init: true)

      # tags: { number => Tags::Tag } as they stand
      def initialize(tags)
        @tags = tags
        @line_of = {}
      end

      # rows: [Named]
      # Returns { line => ["tagged" | "recaptured", [rule, mend] | nil] }.
      def judge(rows)
        rows.sort_by { |row| [row.day, row.said == "recaptured" ? 1 : 0, row.line] }
          .to_h { |row| [row.line, verdict(row)] }
      end

      private

      def verdict(row)
        kind = row.said || told_by_numbers(row.numbers)
        return [kind, nil] if kind == "recaptured"

        fault = row.numbers.filter_map { |number| fault(number) }.first
        row.numbers.each { |number| @line_of[number] ||= row.line } if fault.nil?
        [kind, fault]
      end

      def told_by_numbers(numbers)
        numbers.any? { |number| used?(number) } ? "recaptured" : "tagged"
      end

      def used?(number) = @line_of.key?(number) || !!@tags[number]&.applied?

      def fault(number)
        state = @tags[number]&.state
        if @line_of.key?(number)
          ["#{number} was already applied on line #{@line_of[number]}.",
            "Mark one of the rows as a recapture, or correct the number."]
        elsif state.nil?
          ["#{number} is not a number of this programme.",
            "Check it, or enter its batch at Office, Tags first."]
        elsif state == "applied"
          ["#{number} is already in a fish.",
            "If this is a recapture of that fish, say so. Otherwise correct the number."]
        elsif !FREE.include?(state)
          ["#{number} is recorded as #{state}.", "Correct the number, or the ledger first."]
        end
      end
    end
  end
end
