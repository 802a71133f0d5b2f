# frozen_string_literal: true

module Formats
  # What is left of a notable fish that was let go: enough on one A4 page for somebody to make a
  # lifelike figure of it.
  #
  #   encounter: Core::Records::Encounter;  species: Core::Fish::Species
  #   weight:    { g:, how: } or nil
  #   pictures:  [JPEG bytes], at most two: both sides
  class Remembrance
    MARGIN = 45
    MARKS = {
      "old_hook_scar" => "old hook scar",
      "open_wound" => "open wound",
      "scale_loss" => "scales lost",
      "eye_damage" => "eye injured",
      "parasites" => "parasites"
    }.freeze

    def self.pdf(...) = new(...).render

    Of = Core::Value.of(:encounter, :species, :weight, :tag_numbers, :spot_name, :pictures)

    # of: as Of
    def initialize(fonts_dir:, **of)
      @of = Of.new(**of)
      @paper =
        Paper.new(fonts_dir:, title: "Record sheet of a fish", page_size: "A4", margin: MARGIN)
      @pdf = @paper.pdf
    end

    def render
      heading
      measures
      pictures
      scale_bar
      @pdf.render
    end

    private

    def heading
      @paper.text @of.species.common_name, size: 30, style: :bold
      @paper.text @of.species.scientific_name, size: 12, style: :italic
      @paper.text [
        @of.encounter.caught_on.strftime("%-d %B %Y"),
        @of.spot_name,
        @of.encounter.kept? ? "kept" : "released alive"
      ].compact.join(" · "),
        size: 11
      @pdf.move_down 8
      @of.tag_numbers
        .first(3)
        .each_with_index { |number, index| @paper.streamer(number, at: [index * 150, @pdf.cursor]) }
      @pdf.move_down 34
    end

    def measures
      rows.each do |label, value|
        top = @pdf.cursor
        @pdf.fill_color Paper::GREY
        @pdf.draw_text label, at: [0, top - 12], size: 10
        @pdf.fill_color Paper::SLATE
        @pdf.text_box value,
          at: [110, top],
          width: @pdf.bounds.width - 110,
          height: 30,
          size: 12,
          overflow: :shrink_to_fit
        @pdf.move_down 19
      end
      @pdf.move_down 6
    end

    def rows
      length = @of.encounter.length
      [
        [
          "Length",
          (
            if length
              format(
                "%.1f cm %s, by %s (± %.1f cm)",
                length.mm / 10.0,
                Core::Fish::Length::KINDS.fetch(length.kind),
                length.how,
                1.96 * length.sd_mm / 10
              )
            else
              "not measured"
            end
          )
        ],
        [
          "Girth",
          (
            if @of.encounter.girth_mm
              format("%.1f cm at the thickest place", @of.encounter.girth_mm / 10.0)
            else
              "not measured"
            end
          )
        ],
        [
          "Weight",
          if @of.weight
            format("%.2f kg, %s", @of.weight[:g] / 1000.0,
              @of.weight[:how])
          else
            "not known"
          end
        ],
        [
          "Markings",
          @of.encounter.marks
            .to_a
            .map { |mark| MARKS.fetch(mark) }
            .join(", ")
            .then { |text| text.empty? ? "none recorded" : text }
        ],
        ["Note", @of.encounter.note.to_s.empty? ? "–" : @of.encounter.note]
      ]
    end

    def pictures
      if @of.pictures.empty?
        return (
          @paper.text(
            Core::Text.of("formats.remembrance.no_photo_is_linked_to"),
            size: 11
          )
        )
      end

      height = @of.pictures.size == 1 ? 330 : 205
      @of.pictures.each_with_index do |jpeg, index|
        @pdf.image StringIO.new(jpeg), fit: [@pdf.bounds.width, height], position: :center
        @paper.text ["One side", "The other side"][index], size: 9
        @pdf.move_down 4
      end
    end

    # At print size 10 cm are 10 cm, so that a copy that was scaled is found out.
    def scale_bar
      cm = 72 / 2.54
      @pdf.stroke_color Paper::SLATE
      @pdf.line_width 1.5
      @pdf.stroke_line [0, 18], [10 * cm, 18]
      (0..10).each do |tick|
        @pdf.stroke_line [tick * cm, 18], [tick * cm, (tick % 5).zero? ? 26 : 22]
      end
      @pdf.fill_color Paper::GREY
      @pdf.draw_text Core::Text.of("formats.remembrance.scale_bar"),
        at: [0, 4],
        size: 9
    end
  end
end
