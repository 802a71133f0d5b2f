# frozen_string_literal: true

module Core
  module Imports
    # Tag numbers of a row: ours as they are printed, another programme's as they are written.
    module RowTags
      MOST = 4
      PARTING = %r{[/;,&+|]|\band\b}i

      module_function

      # cells: RowCells. Returns { tag_numbers: [String], other: true | nil }.
      def of(cells)
        parts = parts(cells)
        if parts.size > MOST
          cells.fault(:tag, "One row has #{parts.size} numbers.",
            "Give each fish its own row.")
        end
        bare, lettered = parts.partition { |text| bare?(text, cells.known.series) }
        return ours(cells, lettered, bare) unless bare.any? && cells.mapping.numbers_of_others?

        { tag_numbers: parts.map { |text| Tags::Number.normalise(text) }.uniq, other: true }
      end

      # Spaces part numbers only where every part is one for itself: "MS000001 MS000002".
      def parts(cells)
        parts = cells[:tag].to_s.split(PARTING).map(&:strip).reject { |text| Blank.is?(text) }
        parts.flat_map do |text|
          words = text.split
          words.size > 1 && words.all? { |word| Tags::Number.parts(word) } ? words : [text]
        end
      end

      # A number that says of no series that it is one of it.
      def bare?(text, series)
        plain = Tags::Number.normalise(text)
        series.none? { |prefix, _| Tags::Number.prefixed?(plain, prefix) } &&
          !Tags::Number.tail(plain, "").nil?
      end

      def ours(cells, lettered, bare)
        prefix = cells.choice("numbers")
        if bare.any? && prefix.nil?
          cells.fault(:tag, "The owner of this number is not known: it has no letters.",
            "Choose whose numbers without letters are.", ask: "numbers")
        end
        own = cells.known.series.select { |named, _| named == prefix }
        { tag_numbers: [*printed(lettered, cells.known.series), *printed(bare, own)].uniq }
      end

      def printed(texts, series) = texts.map { |text| Tags::Number.as_printed(text, series) }
      private_class_method :parts, :bare?, :ours, :printed
    end
  end
end
