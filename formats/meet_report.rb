# frozen_string_literal: true

module Formats
  # A meet on paper, for the cooperative's files.
  #
  #   meet: Core::Meets::Meet;  report: Core::Meets::Report;  spot_name: String | nil
  class MeetReport
    MARGIN = 48
    ROW_HEIGHT, NAME_WIDTH, COUNT_WIDTH = 18, 190, 76
    HEAD = ["Species", "Tagged", "Recaptured", "Not tagged", "Kept"].freeze

    def self.pdf(...) = new(...).render

    def initialize(meet:, report:, spot_name:, fonts_dir:)
      @meet, @report, @spot_name = meet, report, spot_name
      @paper = Paper.new(fonts_dir:, title: meet.name, page_size: "A4", margin: MARGIN)
    end

    def render
      @paper.text @meet.name, size: 24, style: :bold
      day = Core::Units.day_text(@meet.held_on)
      @paper.text [day, @spot_name].compact.join(", "), size: 12
      @paper.text closing, size: 12, style: :bold if @meet.closed?
      fish
      care if @report.fish.positive?
      crews
      @paper.pdf.render
    end

    private

    def closing
      Core::Text.of("formats.meet_report.closed", because: @meet.closed_because)
    end

    def fish
      heading(Core::Text.of("formats.meet_report.fish", fish: fish_words))
      return if @report.species.empty?

      row(HEAD, :bold)
      @report.species.each { |cells| row(cells, :normal) }
    end

    # The name from the left, counts below each other.
    def row(cells, style)
      pdf = @paper.pdf
      pdf.start_new_page if pdf.cursor < ROW_HEIGHT
      pdf.fill_color Paper::SLATE
      cells.each_with_index do |cell, index|
        pdf.text_box(
          cell.to_s, at: [index.zero? ? 0 : NAME_WIDTH + ((index - 1) * COUNT_WIDTH), pdf.cursor],
          width: index.zero? ? NAME_WIDTH : COUNT_WIDTH, height: ROW_HEIGHT, size: 11,
          style:, align: index.zero? ? :left : :right, overflow: :shrink_to_fit
        )
      end
      pdf.move_down ROW_HEIGHT
    end

    def fish_words = Core::Answers::Words.fish(@report.fish)

    def care
      heading("Care")
      within, known = @report.within_air
      complete, all = @report.complete
      @paper.text Core::Text.of("formats.meet_report.within", within:, known:), size: 11
      if @report.air_median_seconds
        @paper.text(
          Core::Text.of("formats.meet_report.median", seconds: @report.air_median_seconds), size: 11
        )
      end
      @paper.text Core::Text.of("formats.meet_report.complete", complete:, all:), size: 11
    end

    def crews
      heading("Crews")
      @meet.crews.each do |crew, names|
        @paper.text "#{crew}: #{names.join(', ')}", size: 11
      end
    end

    def heading(text)
      @paper.pdf.move_down 14
      @paper.text text, size: 15, style: :bold
      @paper.pdf.move_down 4
    end
  end
end
