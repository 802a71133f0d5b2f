# frozen_string_literal: true

require "prawn-svg"

module Formats
  # The paper fish to print and cut out, see Core::Photo::TestFish.
  module FishPaper
    MM = BoardPaper::MM
    # Its own top left at the snout's height: snout at 0, 45.
    DEEP_MM = 90
    BODY = "M0 45C40 8 120 0 180 26L214 37L258 6Q246 30 240 45" \
      "Q246 60 258 84L214 53L180 64C120 90 40 82 0 45Z"
    COLOUR = "#6f6a4a"

    module_function

    def pdf(fonts_dir:)
      paper = Paper.new(
        fonts_dir:, title: Core::Text.of("formats.fish_paper.title"),
        page_size: "A4", page_layout: :landscape, margin: 15 * MM
      )
      pdf = paper.pdf
      width, height = [Core::Photo::TestFish::TAIL_MM, DEEP_MM].map { |side| side * MM }
      pdf.svg(svg, at: [0, pdf.cursor - (10 * MM)], width:, height:, enable_web_requests: false)
      line = pdf.cursor - ((DEEP_MM + 25) * MM)
      pdf.stroke_color(Paper::SLATE)
      pdf.stroke_line([0, line], [100 * MM, line])
      pdf.fill_color(Paper::SLATE)
      pdf.text_box(
        Core::Text.of("formats.fish_paper.foot", fork_mm: Core::Photo::TestFish::FORK_MM),
        at: [0, line - (4 * MM)], width: 220 * MM, size: 10
      )
      pdf.render
    end

    def svg
      "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 " \
        "#{Core::Photo::TestFish::TAIL_MM} #{DEEP_MM}\">#{outline}</svg>"
    end

    def outline = "<path d=\"#{BODY}\" fill=\"#{COLOUR}\"/>"
  end
end
