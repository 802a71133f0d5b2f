# frozen_string_literal: true

module Core
  module Photo
    # Our printable measuring board: pieces of an A4 sheet each, laminated and joined in a row, with
    # a marker in every corner of every piece. A marker's number says where on the board it is, so a
    # board that is partly covered or cut off still measures.
    #
    # All in millimetres from the board's top left corner, where the fish's nose lies; x along the
    # board, y down. House rules.
    module Board
      PIECE_MM = 260
      HEIGHT_MM = 190
      # The black square of a marker, and how far its outer edges are from those of its piece.
      MARKER_MM = 36
      INSET_MM = 5
      # Length in centimetres => how many pieces.
      SIZES = { 60 => 3, 100 => 4, 130 => 5 }.freeze
      MARKERS_A_PIECE = 4
      MARKERS = (SIZES.values.max * MARKERS_A_PIECE)

      module_function

      # [[x, y] × 4] of a marker's black square, clockwise from its top left; nil where no board of
      # ours has such a marker.
      def corners_mm(id)
        return nil unless id.between?(0, MARKERS - 1)

        x, y = top_left_mm(id)
        [[x, y], [x + MARKER_MM, y], [x + MARKER_MM, y + MARKER_MM], [x, y + MARKER_MM]]
      end

      # Clockwise round a piece: 4k top left, then top right, bottom right, bottom left.
      def top_left_mm(id)
        piece, corner = id.divmod(MARKERS_A_PIECE)
        far = [PIECE_MM, HEIGHT_MM].map { |side| side - INSET_MM - MARKER_MM }
        [
          (piece * PIECE_MM) + ([1, 2].include?(corner) ? far[0] : INSET_MM),
          corner >= 2 ? far[1] : INSET_MM
        ]
      end

      # The least length of a board of which these markers are seen.
      def width_mm(ids) = ((ids.max / MARKERS_A_PIECE) + 1) * PIECE_MM
    end
  end
end
