# frozen_string_literal: true

module Formats
  # Labels for the bags of a batch, A4: one label per bag of tags, with its range and room for who
  # got it.
  class BatchLabels
    TAGS_PER_BAG = 25
    COLUMNS = 2
    ROWS = 7
    MARGIN = 30

    # series: Core::Tags::Series of exactly this batch
    def self.pdf(label:, series:, fonts_dir:)
      paper = Paper.new(fonts_dir:, title: "Labels of #{label}", page_size: "A4", margin: MARGIN)
      bags = (series.first_serial..series.last_serial).each_slice(TAGS_PER_BAG).to_a
      bags.each_with_index do |serials, index|
        paper.pdf.start_new_page if index.positive? && (index % (COLUMNS * ROWS)).zero?
        bag(paper, label, series, serials, index)
      end
      paper.pdf.render
    end

    def self.bag(paper, label, series, serials, index)
      pdf = paper.pdf
      width, height = pdf.bounds.width / COLUMNS, pdf.bounds.height / ROWS
      slot = index % (COLUMNS * ROWS)
      left, top = (slot % COLUMNS) * width, pdf.bounds.top - ((slot / COLUMNS) * height)
      pdf.stroke_color Paper::GREY
      pdf.line_width 0.5
      pdf.stroke_rectangle [left, top], width, height
      paper.streamer(series.number(serials.first), at: [left + 12, top - 12])
      paper.streamer(series.number(serials.last), at: [left + 12, top - 40])
      pdf.fill_color Paper::SLATE
      pdf.draw_text "#{serials.size} tags, #{label}", at: [left + 160, top - 26], size: 9
      pdf.draw_text "to ______________________   on ____________",
        at: [left + 12, top - height + 14],
        size: 9
    end
    private_class_method :bag
  end
end
