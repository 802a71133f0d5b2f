# frozen_string_literal: true

module Formats
  # What the tags taught, on paper: the same sentences and pictures as on the pages.
  #
  #   topics:  { title => [Core::Answers::Answer, ...] }
  #   heading: [String], under the title: whose, under which filter, of which day
  class SeasonReport
    MARGIN = 48
    CHART_HEIGHT = 150
    AXIS = 34
    NOTHING = Core::Text.of("formats.season_report.nothing_can_be_said_about")

    def self.pdf(...) = new(...).render

    def initialize(topics:, heading:, fonts_dir:)
      @topics = topics
      @heading = heading
      @paper = Paper.new(
        fonts_dir:, title: "What we have learned", page_size: "A4", margin: MARGIN
      )
      @pdf = @paper.pdf
    end

    def render
      @paper.text "What we have learned", size: 26, style: :bold
      @heading.each { |line| @paper.text line, size: 11 }
      @paper.text NOTHING, size: 12, style: :bold if @topics.values.flatten.none?(&:sentence)
      @topics.each { |title, answers| topic(title, answers) }
      @pdf.number_pages "<page> of <total>", at: [0, -20], align: :right, size: 9
      @pdf.render
    end

    private

    def topic(title, answers)
      @pdf.start_new_page if @pdf.cursor < 300
      @pdf.move_down 16
      @paper.text title, size: 18, style: :bold
      answers.each { |answer| answer(answer) }
    end

    def answer(answer)
      drawn = answer.drawn
      @pdf.start_new_page if @pdf.cursor < (drawn ? CHART_HEIGHT + 90 : 70)
      @pdf.move_down 8
      @paper.text answer.title, size: 12, style: :bold
      @paper.text answer.sentence || answer.missing.to_s, size: 11
      chart(drawn) if drawn
      doubts(answer)
      words = [answer.worked_out, answer.source && "Source: #{answer.source}."].compact
      @pdf.text words.join(" "), size: 8, color: Paper::GREY
    end

    def doubts(answer)
      answer.doubted.each do |text, why|
        @paper.text "Do not rely on this here: “#{text}” does not hold. #{why}",
          size: 10, style: :bold
      end
    end

    # Drawn as they are on the pages: points with their curve, bars, or intervals about one.
    def chart(chart)
      @pdf.move_down 4
      @pdf.bounding_box([0, @pdf.cursor], width: @pdf.bounds.width, height: CHART_HEIGHT) do
        case chart.kind
        when "scatter" then scatter(chart)
        when "bars" then bars(chart.bars)
        else forest(chart.bars)
        end
      end
      @pdf.text chart.axes.join(", by "), size: 8, color: Paper::GREY
      @pdf.move_down 4
    end

    def scatter(chart)
      line = chart.line
      xs = chart.points.map { |point| point[0] } + line.map { |point| point[0] }
      ys = chart.points.map { |point| point[1] } + line.flat_map { |point| point.drop(1).compact }
      x, y = scale(xs, AXIS, @pdf.bounds.width - 8), scale(ys, 14, CHART_HEIGHT - 4)
      frame(xs, ys)
      @pdf.fill_color Paper::KELP
      chart.points.each { |point| @pdf.fill_circle [x[point[0]], y[point[1]]], 1.6 }
      [[1, 1.4], [2, 0.5], [3, 0.5]].each { |place, width| curve(line, place, width, x, y) }
    end

    def curve(line, place, width, x, y)
      return if line.size < 2

      @pdf.stroke_color Paper::SLATE
      @pdf.line_width width
      # A curve without limits has no values for them.
      line.select { |point| point[place] }.each_cons(2) do |point, other|
        @pdf.stroke_line [x[point[0]], y[point[place]]], [x[other[0]], y[other[place]]]
      end
    end

    def bars(bars)
      most = [bars.flat_map { |bar| bar.values_at(1, 3) }.compact.map(&:to_f).max, 1].max
      width = (@pdf.bounds.width - AXIS) / bars.size
      y = ->(value) { 14 + ((CHART_HEIGHT - 20) * value.to_f / most) }
      bars.each_with_index do |(label, value, low, high), index|
        left = AXIS + (index * width)
        @pdf.fill_color Paper::KELP
        @pdf.fill_rectangle [left, y[value]], width * 0.8, y[value] - y[0]
        between(left + (width * 0.4), y[low], y[high]) if low
        next unless (index % [(bars.size / 16.0).ceil, 1].max).zero?

        @pdf.fill_color Paper::SLATE
        @pdf.draw_text label, at: [left, 2], size: 7
      end
      ticks(0, most)
    end

    # The interval of a bar.
    def between(share, low, high)
      @pdf.stroke_color Paper::SLATE
      @pdf.line_width 1.4
      @pdf.stroke_line [share, low], [share, high]
    end

    # Ratios on a scale on which half and double lie as far from one.
    def forest(bars)
      logs = bars.flat_map { |bar| bar[2, 2].map { |value| log(value) } } + [0.0]
      x = scale(logs, 140, @pdf.bounds.width - 20)
      step = (CHART_HEIGHT - 20.0) / bars.size
      @pdf.stroke_color Paper::GREY
      @pdf.stroke_line [x[0], 10], [x[0], CHART_HEIGHT]
      bars.each_with_index do |(label, value, low, high), index|
        y = CHART_HEIGHT - ((index + 0.6) * step)
        @pdf.fill_color Paper::SLATE
        @pdf.draw_text label, at: [0, y - 3], size: 9
        @pdf.stroke_color Paper::KELP
        @pdf.line_width 2
        @pdf.stroke_line [x[log(low)], y], [x[log(high)], y]
        @pdf.fill_rectangle [x[log(value)] - 3, y + 3], 6, 6
      end
    end

    # A ratio of nothing stands at the edge of the chart.
    LEAST_RATIO = 1 / 32.0
    private_constant :LEAST_RATIO

    def log(ratio) = Math.log2([ratio, LEAST_RATIO].max)

    def frame(xs, ys)
      @pdf.stroke_color Paper::GREY
      @pdf.line_width 0.5
      @pdf.stroke_line [AXIS, 14], [@pdf.bounds.width - 8, 14]
      ticks(*ys.minmax)
      @pdf.fill_color Paper::SLATE
      @pdf.draw_text number(xs.min), at: [AXIS, 3], size: 8
      @pdf.draw_text number(xs.max), at: [@pdf.bounds.width - 30, 3], size: 8
    end

    def ticks(low, high)
      @pdf.fill_color Paper::SLATE
      @pdf.draw_text number(low), at: [0, 14], size: 8
      @pdf.draw_text number(high), at: [0, CHART_HEIGHT - 10], size: 8
    end

    def number(value) = value.abs < 10 ? format("%.2g", value) : value.round.to_s

    def scale(values, from, to)
      low, high = values.minmax
      wide = [high - low, 1e-9].max
      ->(value) { from + ((to - from) * (value - low) / wide) }
    end
  end
end
