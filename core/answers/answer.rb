# frozen_string_literal: true

module Core
  # What the tags taught, as answers that a scientist would sign and a volunteer can read.
  module Answers
    # One answer: a sentence first, then what it rests on.
    #
    #   sentence: in plain words, with its number, its interval and n
    #   missing:  what is missing when there is no number: never a number without an interval
    #   chart:    { kind: "scatter" | "forest" | "bars", x:, y: (names with units), points:, line:,
    #             bars: } or nil;  points: [[x, y, story key | nil], ...],
    #             line: [[x, middle, low, high], ...],  bars: [[label, value, low, high], ...]
    #   columns, rows: the table behind it
    #   question: key of the house's question that it bears on, nil for none
    #   assumptions: [{ key:, text: }] that it rests on; somebody says whether they hold
    Answer = Struct.new(
      :key, :title, :sentence, :n, :missing, :chart, :columns, :rows, :worked_out, :source,
      :assumptions, :question, keyword_init: true
    ) do
      # So many rows are read, and so many points seen; of more, every so manieth is shown, and
      # said.
      def initialize(columns: [], rows: [], assumptions: [], chart: nil, **fields)
        chart = chart.merge(points: thinned(chart[:points])) if chart && chart[:points]
        super(columns:, rows: thinned(rows), assumptions:, chart:, **fields)
      end

      # Chart or nil; of a missing number none.
      def drawn
        drawing = chart && sentence && Chart.new(**chart.compact)
        drawing if drawing&.any?
      end

      # said: { key => { holds:, why:, by: } } of somebody's words about assumptions
      def with_words(sentence)
        dup.tap do |answer|
          answer.assumptions = assumptions.map do |assumption|
            { **assumption, holds: nil, why: nil, by: nil, **sentence.fetch(assumption[:key], {}) }
          end
        end
      end

      # [text, why] of the assumptions that somebody says do not hold.
      def doubted
        assumptions.filter_map do |assumption|
          assumption.values_at(:text, :why) if assumption[:holds] == false
        end
      end

      # row of its table that begins so
      def row(name) = rows.assoc(name)

      def thinned(list) = Estimates::Thinned.to(self.class::MOST_SHOWN, list)
    end

    Answer::MOST_SHOWN = 1000
  end
end
