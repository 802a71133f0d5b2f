# frozen_string_literal: true

module Core
  module Photo
    # One picture with its marks, as it is told to the person who marks it.
    #
    #   marks: { board: { width_mm:, height_mm: } | nil, corners: [[x, y] × 4], scale: [[x, y] × 2],
    #          scale_mm:, fish: [[x, y], ...] } in pixels of the shown size
    #   shown: { width_px:, height_px:, focal_35mm: | nil } of that size
    #   guild_key: of the fish, nil where it is not known;  typed: Fish::Length measured by hand, or
    #              nil
    module Measuring
      # Seen from so far aslant, the far end of the fish has half the pixels of the near one. House
      # rule.
      SLANTED = 1.6

      module_function

      # Returns Bench::Result. Raises InvalidInput.
      def of(marks:, shown:, guild_key: nil)
        above = Above.new(guild_key:, **shown)
        if marks[:board]
          return (
            Bench.by_corners(corners: marks[:corners], fish: marks[:fish], above:, **marks[:board])
          )
        end

        Bench.by_scale(scale: marks[:scale], mm: marks[:scale_mm], fish: marks[:fish], above:)
      end

      # Returns { straight_mm:, curve_mm:, sd_mm:, margin_mm:, slant:, height_mm:, notes:
      # [sentence],
      #           typed: { mm:, how:, difference_mm:, agrees: } | nil }.
      def plain(measured, typed: nil)
        {
          **measured.to_h.slice(:straight_mm, :curve_mm, :sd_mm, :slant, :height_mm),
          margin_mm: Fish::Length::Z95 * measured.sd_mm,
          notes: notes(measured),
          typed: compare(typed, measured)
        }
      end

      def notes(measured)
        [height_note(measured), slant_note(measured)].compact
      end

      def height_note(measured)
        return nil if measured.height_mm.nil?

        longer_mm = (measured.on_board_mm - measured.straight_mm).round
        high = "The fish lies about #{measured.height_mm.round} mm above the board and looks " \
          "#{longer_mm} mm too long there; that is taken off."
        if measured.camera_mm
          return "#{high} The camera was #{(measured.camera_mm / 10).round} cm away."
        end

        "#{high} This picture does not say its focal length, so the usual distance " \
          "of a camera is taken, and costs error."
      end

      def slant_note(measured)
        if measured.slant.nil?
          return (
            "Two marks are right only when the camera looked straight down on them; the error " \
              "allows for 10° off."
          )
        end
        return nil unless measured.slant > SLANTED

        "Taken from far aslant: the near end of the board stands #{Units.tenths(measured.slant)} " \
          "times as large as the far one. The error says what that costs."
      end

      # Against what was measured by hand; a length from a picture says nothing against itself.
      def compare(typed, measured)
        return nil if typed.nil? || typed.how == "photo"

        difference = measured.straight_mm - typed.mm
        {
          mm: typed.mm, how: typed.how, difference_mm: difference,
          agrees: difference.abs <= Fish::Length::Z95 * Math.hypot(typed.sd_mm, measured.sd_mm)
        }
      end
      private_class_method :notes, :height_note, :slant_note, :compare
    end
  end
end
