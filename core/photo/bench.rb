# frozen_string_literal: true

module Core
  module Photo
    # A fish measured in its picture.
    #
    #   corners: [[x, y] × 4] of a known rectangle in pixels, see Corners;  width_mm, height_mm: its
    #            size
    #   scale:   [[x, y] × 2], mm: two marks a known distance apart; only right when the camera
    #            looked straight down
    #   fish:    [[x, y], ...] the fish as a line, snout first, its fork or tail end last
    #   above:   Above, how high the fish lies; nil: flat on the board
    #
    # Returns a frozen Result:
    #   straight_mm: first to last point, what is stored;  curve_mm: along the line, shown beside it
    #   on_board_mm: what the straight length looks like on the board's plane
    #   sd_mm:       of the straight length, from CLICK_SD_PX per coordinate of every mark, height
    #                and camera
    #   points_mm:   the fish on the board's plane;  slant: largest over smallest scale on the
    #                board, nil from a scale
    #   height_mm, camera_mm: of fish and camera above the board; nil where none is reckoned with,
    #   or not known
    # Raises InvalidInput, code and sentence by Corners and below.
    # Source: Hartley and Zisserman (2004), Multiple View Geometry, ch. 5 (propagated error).
    module Bench
      Result =
        Struct.new(
          :straight_mm, :curve_mm, :on_board_mm, :sd_mm, :points_mm, :slant, :height_mm, :camera_mm,
          keyword_init: true
        )
      CLICK_SD_PX = 2.0
      # A camera that looks "straight down" by hand is off by some degrees: 10° shorten by 1.5 %.
      # House rule.
      UNSEEN_SLANT = 0.015
      # Two marks nearer to each other than this say nothing.
      LEAST_PX = 10
      # Nearer to the horizon than this share of the depth at the board's middle, a pixel is metres.
      NEAR_HORIZON = 0.05

      module_function

      def by_corners(corners:, width_mm:, height_mm:, fish:, above: nil)
        if corners.size != 4 || fish.size < 2
          refuse(
            :marks_missing,
            "Mark all four corners of the board and at least two points on the fish."
          )
        end
        unless width_mm.positive? && height_mm.positive?
          refuse(:no_size, "Enter how wide and how high the board is, in millimetres.")
        end
        refuse_one_spot(fish)
        corners = Corners.in_order(corners, width_mm, height_mm)
        board = [
          [0.0, 0.0],
          [width_mm.to_f, 0.0],
          [width_mm.to_f, height_mm.to_f],
          [0.0, height_mm.to_f]
        ]
        refuse_horizon(Plane.new(corners, board), corners, fish)
        view = ->(marks) { seen(marks, board, above) }
        scales =
          Plane.new(corners, board).then { |plane| corners.map { |corner| plane.scale_at(corner) } }
        result(corners + fish, above, view, slant: scales.max / scales.min)
      end

      def by_scale(scale:, mm:, fish:, above: nil)
        if scale.size != 2 || fish.size < 2
          refuse(:marks_missing, "Mark both ends of the scale and at least two points on the fish.")
        end
        unless mm.positive?
          refuse(:no_size,
            "Enter how far apart the two marks are, in millimetres.")
        end
        if Corners.distance(*scale) < LEAST_PX
          refuse(
            :marks_on_a_line,
            "The two marks of the scale are on one spot. Put them as far apart as the scale allows."
          )
        end
        refuse_one_spot(fish)
        view = lambda do |marks|
          per_px = mm / Corners.distance(*marks.first(2))
          [
            marks.drop(2).map { |point| point.map { |value| value * per_px } },
            above&.camera_over(per_px)
          ]
        end
        result(scale + fish, above, view, slant: nil)
      end

      # [the fish on the board, millimetres of the camera above it]
      def seen(marks, board, above)
        corners = marks.first(4)
        points = Plane.new(corners, board).carry(marks.drop(4))
        [points, above&.focal_px && above.camera(Plane.new(board, corners)).last]
      end

      # The lengths, and how far each moves when any one mark moves.
      def result(marks, above, view, slant:)
        points, camera_mm = view.call(marks)
        looks = straight(points)
        straight, height_mm = above ? above.true_length(looks, camera_mm) : [looks, nil]
        curve =
          points.each_cons(2).map { |pair| Corners.distance(*pair) }.inject(:+) * straight / looks
        variances = [
          clicks(marks, above, view),
          slant ? 0.0 : square(UNSEEN_SLANT * straight),
          above ? square(above.sd_mm(looks, camera_mm)) : 0.0
        ]
        Result.new(
          straight_mm: straight, curve_mm: curve, on_board_mm: looks,
          sd_mm: Math.sqrt(variances.inject(:+)),
          points_mm: points,
          slant:,
          height_mm:,
          camera_mm:
        ).freeze
      end

      def clicks(marks, above, view)
        slopes =
          marks
            .each_index
            .to_a
            .product([0, 1])
            .map { |mark, axis| slope(marks, mark, axis, above, view) }
        slopes.map { |slope| square(slope * CLICK_SD_PX) }.inject(:+)
      end

      def slope(marks, mark, axis, above, view)
        ends = [0.5, -0.5].map do |step|
          moved = marks.map(&:dup)
          moved[mark][axis] += step
          points, camera_mm = view.call(moved)
          above ? above.true_length(straight(points), camera_mm).first : straight(points)
        end
        ends[0] - ends[1]
      end

      def refuse_one_spot(fish)
        return if Corners.distance(fish.first, fish.last) >= LEAST_PX

        refuse(
          :marks_on_one_spot,
          Text.of("photo.bench.snout_and_tail_are_marked")
        )
      end

      def refuse_horizon(plane, corners, fish)
        middle = [0, 1].map { |axis| corners.map { |corner| corner[axis] }.inject(:+) / 4.0 }
        deep = plane.depth(middle)
        return if fish.all? { |point| plane.depth(point) / deep > NEAR_HORIZON }

        refuse(
          :beyond_horizon,
          Text.of("photo.bench.a_mark_of_the_fish")
        )
      end

      def straight(points) = Corners.distance(points.first, points.last)
      def square(value) = value * value
      def refuse(code, sentence) = raise(InvalidInput.at("marks", code, sentence))
      private_class_method :seen,
        :result,
        :clicks,
        :slope,
        :refuse_one_spot,
        :refuse_horizon,
        :straight,
        :square,
        :refuse
    end
  end
end
