# frozen_string_literal: true

module Core
  module Photo
    # How high a fish lies above its board, and what that makes of its length: its middle line is
    # nearer to the camera than the board is, so it looks longer than it is.
    #
    # A length L at height h under a camera Z above the board looks L / (1 - h/Z) long; h is a share
    # of L, solved with it.
    #
    # Source: central projection; the shares are house rules (half of what such a body is thick).
    class Above
      HALF_THICKNESS = 0.042
      BY_GUILD = {
        flatfish: 0.015, skates_and_rays: 0.03, crabs_and_lobsters: 0.15, carp_like: 0.055,
        billed: 0.05
      }.freeze
      # Bodies differ: one standard deviation, as a share of the height.
      HEIGHT_SD = 0.25
      # Where the focal length is not known the camera is taken to be this far above, in
      # millimetres. House rule.
      USUAL_MM = (600..1200)
      # A focal length is told in whole millimetres, and a picture may have been cut: one sd as a
      # share.
      FOCAL_SD = 0.03
      # The diagonal of the picture that "35 mm equivalent" speaks of, in millimetres.
      DIAGONAL_35_MM = 43.2666

      # guild_key: nil where the fish is not known;  height_mm: when it is, instead of the rule
      # focal_35mm: of the camera as the picture says, or nil;  width_px, height_px: of the picture
      # that was marked
      def initialize(guild_key: nil, height_mm: nil, focal_35mm: nil, width_px: nil, height_px: nil)
        @share = BY_GUILD.fetch(guild_key.to_s.to_sym, HALF_THICKNESS)
        @height_mm = height_mm
        return if focal_35mm.nil? || !focal_35mm.positive? || width_px.nil? || height_px.nil?

        @focal_px =
          focal_35mm / DIAGONAL_35_MM *
          Math.sqrt((width_px * width_px) + (height_px * height_px).to_f)
        @middle = [width_px / 2.0, height_px / 2.0]
      end

      attr_reader :focal_px

      # Where the camera stood over the board: [x, y, millimetres above], nil without a focal
      # length.
      #   plane: Plane from the board in millimetres to the picture
      # Source: Zhang (2000), IEEE Trans. PAMI 22, 1330-1334 (pose from a plane).
      def camera(plane)
        return nil if focal_px.nil?

        first_column, two, three = columns(plane)
        scale = 2 / (size(first_column) + size(two))
        first, second, to = [first_column, two, three].map do |column|
          column.map do |value|
            value * scale
          end
        end
        third = cross(first, second)
        [-dot(first, to), -dot(second, to), dot(third, to).abs]
      end

      # Millimetres above the board, from a scale seen straight on.
      def camera_over(mm_per_px) = focal_px && (focal_px * mm_per_px)

      # [length, height] of what looks this long on the board, under a camera so high (nil: the
      # usual).
      def true_length(looks_mm, camera_mm)
        per_mm = camera_mm ? 1.0 / camera_mm : usual_per_mm
        return [looks_mm * (1 - (@height_mm * per_mm)), @height_mm] if @height_mm

        length = looks_mm / (1 + (@share * looks_mm * per_mm))
        [length, @share * length]
      end

      # One sd that height and camera add to such a length.
      def sd_mm(looks_mm, camera_mm)
        _length, height = true_length(looks_mm, camera_mm)
        per_mm = camera_mm ? 1.0 / camera_mm : usual_per_mm
        by_height = @height_mm ? 0.0 : HEIGHT_SD * height * per_mm * looks_mm
        by_camera =
          camera_mm ? FOCAL_SD * height * per_mm * looks_mm : height * usual_per_mm_sd * looks_mm
        Math.sqrt((by_height * by_height) + (by_camera * by_camera))
      end

      private

      # The middle of 1/Z between nearest and farthest, and the sd of anything in between.
      def usual_per_mm = ((1.0 / USUAL_MM.first) + (1.0 / USUAL_MM.last)) / 2

      def usual_per_mm_sd = ((1.0 / USUAL_MM.first) - (1.0 / USUAL_MM.last)) / 2 / Math.sqrt(3)

      # The homography's columns as the camera sees them.
      def columns(plane)
        a, b, c, d, e, f, g, h, i = plane.numbers
        [[a, d, g], [b, e, h], [c, f, i]].map do |x, y, z|
          [(x - (@middle[0] * z)) / focal_px, (y - (@middle[1] * z)) / focal_px, z]
        end
      end

      def size(vector) = Math.sqrt(dot(vector, vector))
      def dot(first, two) = (first[0] * two[0]) + (first[1] * two[1]) + (first[2] * two[2])

      def cross(first, two)
        [
          (first[1] * two[2]) - (first[2] * two[1]),
          (first[2] * two[0]) - (first[0] * two[2]),
          (first[0] * two[1]) - (first[1] * two[0])
        ]
      end
    end
  end
end
