# frozen_string_literal: true

require "prawn-svg"

module Formats
  # The measuring board to print: an A4 sheet a piece, with how to cut, join and check it.
  class BoardPaper
    MM = 72 / 25.4

    # pieces: how many;  length_cm: of the board they make
    def self.pdf(pieces:, length_cm:, fonts_dir:)
      new(pieces, length_cm, fonts_dir).render
    end

    def initialize(pieces, length_cm, fonts_dir)
      @pieces = pieces
      @length_cm = length_cm
      @paper = Paper.new(
        fonts_dir:, title: Core::Text.of("formats.board_paper.title", length_cm:),
        page_size: "A4", page_layout: :landscape, margin: 0
      )
    end

    def render
      @pieces.times { |index| page(index) }
      @paper.pdf.render
    end

    private

    def page(index)
      pdf = @paper.pdf
      pdf.start_new_page if index.positive?
      width, height =
        [Core::Photo::Board::PIECE_MM, Core::Photo::Board::HEIGHT_MM].map { |side| side * MM }
      left, top = (pdf.bounds.width - width) / 2, pdf.bounds.height - (4 * MM)
      pdf.svg(
        BoardDrawing.svg(BoardDrawing.piece(index), Core::Photo::Board::PIECE_MM),
        at: [left, top], width:, height:, enable_web_requests: false
      )
      pdf.stroke_color(Paper::GREY)
      pdf.line_width(0.3)
      pdf.stroke_rectangle([left, top], width, height)
      foot(index, left, top - height)
    end

    # A hundred millimetres to hold a ruler to, and what to do.
    def foot(index, left, bottom)
      pdf = @paper.pdf
      line = bottom - (6 * MM)
      pdf.stroke_color(Paper::SLATE)
      pdf.stroke_line([left, line], [left + (100 * MM), line])
      pdf.fill_color(Paper::SLATE)
      pdf.text_box(
        Core::Text.of(
          "formats.board_paper.foot", piece: index + 1, pieces: @pieces, length_cm: @length_cm
        ),
        at: [left + (104 * MM), line + (4 * MM)], width: 156 * MM, height: 13 * MM, size: 8
      )
    end
  end
end
