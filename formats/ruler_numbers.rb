# frozen_string_literal: true

require "vips"

module Formats
  # The numbers on a ruler that is laid level: each is cut out, and all are read in a few lines by
  # Debian's tesseract. Work for the picture process.
  module RulerNumbers
    # Light is evened out over so many pixels.
    PAPER_PX = 24
    PAPER = 200
    # Ink is this part of the darkest, which so many of a hundred pixels do not reach.
    LEVELS = [0.35, 0.5, 0.65].freeze
    INK_PERCENT = 98
    LEAST_INK = 16
    # Digits are so high, as a share of the ruler's width, and stand clear of its edges.
    DIGIT_HEIGHT = (0.13..0.6)
    CLEAR = 0.12
    # Digits that are nearer to each other than this share of their height make one number.
    JOINED = 0.45
    MOST_LABELS = 24
    # Numbers are read in lines of so many, enlarged to this height, so far apart.
    IN_LINE = 8
    READ_PX = 34
    APART_PX = 90
    LEAST_SURE = 30
    LINE = "7"
    MOST_SECONDS = 5
    # A row of tesseract's table that is a word.
    WORD = "5"

    # left, top, right, bottom in pixels of the strip, and how it looks
    Cut = Struct.new(:left, :top, :right, :bottom, keyword_init: true) do
      def high = bottom - top + 1
      def middle = (left + right) / 2.0
      def level = (top + bottom) / 2.0
    end

    module_function

    # strip: Vips::Image as LongShapes lays it. Returns [[{ value:, along:, across: }], ...] as it
    # reads one way up and the other; along grows with the reading.
    def each_way_up(strip)
      even = evened(strip)
      cuts = numbers(even)
      [false, true].map do |turned|
        read(even, cuts, turned).map do |value, cut|
          { value:, along: turned ? -cut.middle : cut.middle, across: cut.level }
        end
      end
    end

    # Dark on an even ground.
    def evened(image)
      grey = image.colourspace(:b_w)[0].cast(:float)
      (grey / (grey.gaussblur(PAPER_PX) + 1) * PAPER).cast(:uchar).gaussblur(0.8).copy_memory
    end

    # [Cut] of what may be numbers, by the level of darkness that shows most of them; of too many
    # the highest: those of the tens are often larger.
    def numbers(even)
      dark = (even * -1) + PAPER
      dark = (dark >= 1).ifthenelse(dark, 0).cast(:uchar).copy_memory
      middle = dark.crop(0, RulerPicture::HEIGHT_PX / 5, dark.width,
        RulerPicture::HEIGHT_PX * 3 / 5)
      darkest = [middle.percent(INK_PERCENT), LEAST_INK].max
      cuts = LEVELS.map { |level| digits(dark > (level * darkest)) }.max_by(&:size)
      joined(cuts).max_by(MOST_LABELS, &:high).sort_by(&:left)
    end

    def digits(mask)
      clear = RulerPicture::HEIGHT_PX * CLEAR
      Shapes.regions(mask.copy_memory).map { |points| around(points) }.select do |cut|
        DIGIT_HEIGHT.cover?(cut.high / RulerPicture::HEIGHT_PX.to_f) && cut.top > clear &&
          cut.bottom < RulerPicture::HEIGHT_PX - clear && cut.right - cut.left < 1.2 * cut.high
      end
    end

    def around(points)
      (left, right), (top, bottom) = points.transpose.map(&:minmax)
      Cut.new(left:, top:, right:, bottom:)
    end

    def joined(digits)
      digits.sort_by(&:left).each_with_object([]) do |digit, numbers|
        last = numbers.last
        if last && digit.left - last.right < JOINED * digit.high &&
            (digit.level - last.level).abs < 0.4 * digit.high
          numbers[-1] = Cut.new(
            left: last.left, top: [last.top, digit.top].min, right: [last.right, digit.right].max,
            bottom: [last.bottom, digit.bottom].max
          )
        else
          numbers << digit
        end
      end
    end

    # [[value, Cut]] of those that read as whole numbers.
    def read(even, cuts, turned)
      return [] if cuts.empty?

      in_lines = cuts.each_slice(IN_LINE).to_a
      lines = in_lines.map { |some| some.map { |cut| piece(even, cut, turned) } }
      words(lines.map { |pieces| line(pieces) }).filter_map do |page, middle, text|
        index = place_of(lines[page], middle)
        [Integer(text, 10), in_lines[page][index]] if index
      end
    end

    def piece(even, cut, turned)
      margin = 4
      left, top = [cut.left - margin, 0].max, [cut.top - margin, 0].max
      part = even.crop(
        left, top, [cut.right + margin, even.width - 1].min - left + 1,
        [cut.bottom + margin, even.height - 1].min - top + 1
      )
      part = part.rot180 if turned
      part.resize(READ_PX / part.height.to_f)
    end

    def line(pieces)
      Vips::Image.arrayjoin(pieces, across: pieces.size, shim: APART_PX, background: PAPER,
        halign: :centre).embed(30, 20, line_width(pieces) + 60, READ_PX + 44, extend: :background,
          background: PAPER)
    end

    # All places of a line are as wide as its widest.
    def line_width(pieces)
      (pieces.map(&:width).max * pieces.size) + (APART_PX * (pieces.size - 1))
    end

    # Which of them stands at this pixel of the line.
    def place_of(pieces, middle)
      step = pieces.map(&:width).max + APART_PX
      index = ((middle - 30) / step).floor
      index if index.between?(0, pieces.size - 1)
    end

    # [[page, middle of the word, digits], ...]
    def words(images)
      pages = Tesseract.pages(
        images, "tsv", mode: LINE, characters: "0123456789", most_seconds: MOST_SECONDS
      )
      pages.lines.map { |row| row.chomp.split("\t") }
        .select { |row| row[0] == WORD && row[10].to_f >= LEAST_SURE }
        .select { |row| row[11].to_s.match?(/\A\d{1,3}\z/) }
        .map { |row| [row[1].to_i - 1, row[6].to_i + (row[8].to_i / 2.0), row[11]] }
    end
    private_class_method :evened, :numbers, :digits, :around, :joined, :read, :piece, :line,
      :line_width, :place_of, :words
  end
end
