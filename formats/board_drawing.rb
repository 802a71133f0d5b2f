# frozen_string_literal: true

module Formats
  # Our measuring board as an SVG in millimetres: a marker in every corner of every piece, a scale
  # along both edges, and where the nose lies.
  module BoardDrawing
    INK = "#22313a"
    # Labels stand so far below the board's edge, under the lines of the scale.
    LABEL_MM = 13

    module_function

    # The content of one piece, 0 the one at the nose, with its own top left at 0, 0.
    def piece(index)
      [
        *(0...Core::Photo::Board::MARKERS_A_PIECE).map { |corner| marker(index, corner) },
        *scale(index), index.zero? ? nose : nil
      ].compact.join
    end

    def svg(content, width_mm)
      height_mm = Core::Photo::Board::HEIGHT_MM
      "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"#{width_mm}mm\" " \
        "height=\"#{height_mm}mm\" viewBox=\"0 0 #{width_mm} #{height_mm}\">" \
        "<rect width=\"#{width_mm}\" height=\"#{height_mm}\" fill=\"#ffffff\"/>#{content}</svg>"
    end

    def marker(index, corner)
      id = (index * Core::Photo::Board::MARKERS_A_PIECE) + corner
      left, top = Core::Photo::Board.top_left_mm(id)
      left -= index * Core::Photo::Board::PIECE_MM
      cell = Core::Photo::Board::MARKER_MM / BoardMarkers::BORDER_CELLS.to_f
      BoardMarkers.cells(id).each_with_index.flat_map do |row, down|
        row.each_with_index.chunk_while { |(black, _), (other, _)| black == other }
          .select { |run| run.first.first }
          .map do |run|
            box(left + ((run.first.last - 1) * cell), top + ((down - 1) * cell),
              run.size * cell, cell)
          end
      end.join
    end

    # Every centimetre, longer every five, with a label every ten; none runs into a marker.
    def scale(index)
      piece_mm, height_mm = Core::Photo::Board::PIECE_MM, Core::Photo::Board::HEIGHT_MM
      keep = Core::Photo::Board::INSET_MM + Core::Photo::Board::MARKER_MM + 4
      first = index * piece_mm
      (keep..(piece_mm - keep)).select { |x| ((first + x) % 10).zero? }.flat_map do |x|
        along_mm = first + x
        length = (along_mm % 50).zero? ? 8 : 4
        lines = [0, height_mm - length].map { |top| box(x - 0.2, top, 0.4, length) }
        next lines unless (along_mm % 100).zero?

        lines + [LABEL_MM, height_mm - LABEL_MM + 4].map { |y| label(x, y, along_mm / 10) }
      end
    end

    def nose
      middle = Core::Photo::Board::HEIGHT_MM / 2
      "<path d=\"M0 #{middle - 14}v28\" stroke=\"#{INK}\" stroke-width=\"1.2\"/>" \
        "<text x=\"4\" y=\"#{middle + 1.5}\" font-family=\"Lato\" font-size=\"5\" " \
        "fill=\"#8a979d\">#{Core::Text.of('formats.board_drawing.nose_here')}</text>"
    end

    def box(x, y, width, height)
      "<rect x=\"#{x.round(3)}\" y=\"#{y.round(3)}\" width=\"#{width.round(3)}\" " \
        "height=\"#{height.round(3)}\" fill=\"#000000\"/>"
    end

    def label(x, y, centimetres)
      "<text x=\"#{x}\" y=\"#{y}\" text-anchor=\"middle\" font-family=\"Lato\" font-size=\"5\" " \
        "fill=\"#{INK}\">#{centimetres}</text>"
    end
    private_class_method :marker, :scale, :nose, :box, :label
  end
end
