# frozen_string_literal: true

require "prawn"

module Formats
  # What all our printed pages share: fonts that print every letter, colours by role, the streamer.
  class Paper
    KELP = "1f5c4d"
    SLATE = "22313a"
    OILSKIN = "f2b705"
    GREY = "55646c"
    SHEET = "fbfaf5"
    WATER = "e3edf0"
    LAND = "c9cfc2"

    attr_reader :pdf

    def initialize(fonts_dir:, title:, **page)
      @pdf = Prawn::Document.new(info: { Title: title, Creator: "Voucher" }, **page)
      @pdf.font_families.update(
        "Lato" => {
          normal: "#{fonts_dir}/Lato-Regular.ttf",
          bold: "#{fonts_dir}/Lato-Bold.ttf",
          italic: "#{fonts_dir}/Lato-Italic.ttf"
        }
      )
      @pdf.font "Lato"
    end

    def text(string, **style) = pdf.text(string, color: SLATE, **style)

    # The tag as it is drawn everywhere: a long thin capsule with one barbed end. Black outline, so
    # that it prints on any printer.
    def streamer(number, at:, width: 134, height: 20, fill: OILSKIN)
      left, top = at
      pdf.line_width 1
      pdf.stroke_color SLATE
      pdf.fill_color fill
      pdf.fill_and_stroke_rounded_rectangle [left + 12, top], width - 12, height, height / 2.0
      pdf.fill_and_stroke_polygon [left + 16, top - (height * 0.12)],
        [left, top - (height / 2.0)],
        [left + 16, top - (height * 0.88)]
      pdf.fill_color SLATE
      pdf.draw_text number,
        at: [left + 24, top - (height * 0.72)],
        size: height * 0.62,
        style: :bold,
        character_spacing: 0.8
    end
  end
end
