# frozen_string_literal: true

module Core
  module Photo
    # One picture with its marks, as it is told to the person who marks it.
    #
    #   marks: { board: { width_mm:, height_mm: } | nil, corners: [[x, y] × 4], scale: [[x, y] × 2],
    #          scale_mm:, fish: [[x, y], ...] } in pixels of the shown size
    #   shown: { width_px:, height_px:, focal_35mm: | nil } of that size
    #   guild_key: of the fish, nil where it is not known;  height_mm: of it, where it is known
    #   typed: Fish::Length measured by hand, or
    #              nil
    module Measuring
      # Seen from so far aslant, the far end of the fish has half the pixels of the near one. House
      # rule.
      SLANTED = 1.6

      module_function

      # Returns Bench::Result. Raises InvalidInput.
      def of(marks:, shown:, guild_key: nil, height_mm: nil)
        above = Above.new(guild_key:, height_mm:, **shown)
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
        high = Text.of(
          "photo.measuring.the_fish_is_about_mm", height_mm: measured.height_mm.round, longer_mm:
        )
        if measured.camera_mm
          return "#{high} The camera was #{(measured.camera_mm / 10).round} cm away."
        end

        Text.of("photo.measuring.this_photo_has_no_focal", high:)
      end

      def slant_note(measured)
        if measured.slant.nil?
          return (
            Text.of("photo.measuring.two_marks_are_right_only")
          )
        end
        return nil unless measured.slant > SLANTED

        Text.of("photo.measuring.taken_at_a_steep_angle", slant: Units.tenths(measured.slant))
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
