# frozen_string_literal: true

module Core
  module Photo
    # One picture with its marks, as it is told to the person who marks it. S3.
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
      def told(found, typed: nil)
        {
          **found.to_h.slice(:straight_mm, :curve_mm, :sd_mm, :slant, :height_mm),
          margin_mm: Fish::Length::Z95 * found.sd_mm,
          notes: notes(found),
          typed: compare(typed, found)
        }
      end

      def notes(found)
        [height_note(found), slant_note(found)].compact
      end

      def height_note(found)
        return nil if found.height_mm.nil?

        high = "The fish lies about #{found.height_mm.round} mm above the board and looks " \
          "#{(found.on_board_mm - found.straight_mm).round} mm too long there; that is taken off."
        return "#{high} The camera was #{(found.camera_mm / 10).round} cm away." if found.camera_mm

        "#{high} This picture does not say its focal length, so the usual distance " \
          "of a camera is taken, and costs error."
      end

      def slant_note(found)
        if found.slant.nil?
          return (
            "Two marks are right only when the camera looked straight down on them; the error " \
              "allows for 10° off."
          )
        end
        return nil unless found.slant > SLANTED

        "Taken from far aslant: the near end of the board stands #{Units.tenths(found.slant)} " \
          "times as large as the far one. The error says what that costs."
      end

      # Against what was measured by hand; a length from a picture says nothing against itself.
      def compare(typed, found)
        return nil if typed.nil? || typed.how == "photo"

        difference = found.straight_mm - typed.mm
        {
          mm: typed.mm, how: typed.how, difference_mm: difference,
          agrees: difference.abs <= Fish::Length::Z95 * Math.hypot(typed.sd_mm, found.sd_mm)
        }
      end
      private_class_method :notes, :height_note, :slant_note, :compare
    end
  end
end
