# frozen_string_literal: true

require "vips"

module Formats
  # Finds a fish on our board, its snout, the fork of its tail and the tail's end, by all that
  # is not the board's white. The board is seen flat first, so that along the board is along the
  # picture's rows. The nose is where the board says: at its left end.
  module FishOutline
    # The ground beyond the nose's end of the board is looked at too: a fish that lies high on the
    # board is seen beyond its edge.
    BEYOND_MM = 40
    # Fish lies off the ground's colour by so many times what half of the ground does.
    GROUND_TIMES = 2.6
    # Behind the nose by so much a fish is broad enough to have a middle.
    BEHIND_NOSE_MM = 10
    # A part of so much of the fish, so near its middle line, may be the rest of it.
    REST_SHARE = 0.005
    REST_WITHIN_MM = 45
    # A nose lies so near to the nose's end of the board.
    NOSE_WITHIN_MM = 60
    # Lightness counts less than colour, by this factor.
    LIGHTNESS = 0.8
    # A shadow is darker than paper by less than this share of what the fish is.
    SHADOW_SHARE = 0.55
    # Fish smaller than this share of the board are specks, or no fish.
    LEAST_SHARE = 0.01
    # Behind this share of its length a fish is tail; before its end the stem is looked at.
    TAIL_SHARE = 0.2
    STEM_SHARE = 0.24
    # Rows of a lobe that are averaged, so that a ragged edge is no fork.
    EDGE_SHARE = 0.004
    # Drawn over: markers and the lines of the scale, with a rim that blur spreads, in millimetres.
    RIM_MM = 3

    module_function

    # image: upright, in colour;  view: Core::Photo::BoardView of it
    # Returns { snout:, fork:, tail: } as [x, y] in pixels of the picture, or nil.
    def call(image, view)
      flat = flattened(image, view)
      columns = fish(flat, view)
      return if columns.nil? || !whole?(columns, flat.width)

      points(columns).transform_values do |x, y|
        view.carry([[x - BEYOND_MM, y]]).first
      end
    end

    # A fish whose nose is not at its end of the board was seen in part, or lies otherwise; one that
    # runs on beyond the last marker ends nobody knows where.
    def whole?(columns, width)
      first, last = columns.keys.minmax
      first < BEYOND_MM + NOSE_WITHIN_MM && last < width - 2
    end

    # The board as if seen from straight above, a pixel a millimetre.
    def flattened(image, view)
      place = Vips::Image.xyz(view.width_mm + BEYOND_MM, Core::Photo::Board::HEIGHT_MM)
      place = place.cast(:float)
      x, y = place[0] - BEYOND_MM, place[1]
      u, v, w = view.numbers.each_slice(3).map { |a, b, c| (x * a) + (y * b) + c }
      image.mapim((u / w).bandjoin(v / w), extend: :copy).copy_memory
    end

    # { x => [y, ...] } of the largest thing that is not white.
    def fish(flat, view)
      largest, *others = Shapes.regions(dark(flat, view)).sort_by { |region| -region.size }
      return if largest.nil? || largest.size < flat.width * flat.height * LEAST_SHARE
      return if goes_on?(largest, others)

      tapering(largest.group_by(&:first).transform_values { |points| points.map(&:last) })
    end

    # Whether a part behind the fish, at its height, is the rest of it, cut off by glare or a hand.
    def goes_on?(largest, others)
      first, last = largest.map(&:first).minmax
      _, across = centre(largest)
      large = others.select { |region| region.size >= REST_SHARE * largest.size }
      large.map { |region| centre(region) }.any? do |x, y|
        x > last - ((last - first) * TAIL_SHARE) && (y - across).abs < REST_WITHIN_MM
      end
    end

    def centre(points) = points.transpose.map { |values| middle(values) }

    # Beyond the board's edge a nose only gets narrower; a wider part there is ground, and nothing
    # beyond a column of less than two rows is nose.
    def tapering(columns)
      nose = columns[BEYOND_MM] or return columns
      beyond = (BEYOND_MM - 1).downto(0).lazy.map do |x|
        within = nose.min..nose.max
        [x, nose = columns.fetch(x, []).select { |y| within.cover?(y) }]
      end
      columns.reject { |x, _| x < BEYOND_MM }.merge(beyond.take_while { |_, y| y.size > 1 }.to_h)
    end

    # On the board what is not its white, beyond its edge what is not like the ground there.
    def dark(flat, view)
      lab = flat.colourspace(:lab).gaussblur(1.2).copy_memory
      ground, board = lab.crop(0, 0, BEYOND_MM, lab.height),
        lab.crop(BEYOND_MM, 0, lab.width - BEYOND_MM, lab.height)
      off_board = distance(board, paper(board))
      level = fish_level(off_board)
      off_ground = distance(ground, Shapes.median_colour(ground))
      ground_level = [GROUND_TIMES * [off_ground.percent(50), 1].max, level].min
      mask = (off_ground > ground_level).join(off_board > level, :horizontal).copy_memory
      (without_print(mask, view).gaussblur(1.5) > 110).copy_memory
    end

    def distance(lab, colour) = Shapes.distance(lab, colour, lightness: LIGHTNESS)

    # The least distance of a fish, which its shadow does not reach.
    def fish_level(distance)
      least = Shapes.threshold(distance)
      beyond = Shapes.counts(distance).each_with_index.drop(least)
      half = beyond.sum(&:first) / 2
      middle = beyond.find { |count, _| (half -= count) <= 0 }&.last || least
      [least, SHADOW_SHARE * middle].max
    end

    # L* that little of the board exceeds, and the middle of a* and b*.
    def paper(lab) = [lab[0].cast(:uchar).percent(85), *Shapes.median_colour(lab).drop(1)]

    def without_print(mask, view)
      mask.mutate do |canvas|
        view.ids.each do |id|
          (left, top), = Core::Photo::Board.corners_mm(id)
          side = Core::Photo::Board::MARKER_MM + (2 * RIM_MM)
          canvas.draw_rect!([0], left - RIM_MM + BEYOND_MM, top - RIM_MM, side, side, fill: true)
        end
      end
    end

    # columns: { x => [y, ...] }. Returns { snout:, fork:, tail: } in flat pixels.
    def points(columns)
      first, last = columns.keys.minmax
      length = last - first
      ends = tail_ends(columns, last - (length * TAIL_SHARE))
      stem = middle(columns[(last - (length * STEM_SHARE)).round] || columns[last])
      tail = ends.max_by(&:last)
      {
        snout: [first, middle(columns[first + BEHIND_NOSE_MM] || columns[first])],
        fork: fork(ends, stem, [(length * EDGE_SHARE).round, 1].max),
        tail: [tail.last, tail.first]
      }
    end

    # { y => how far right the fish reaches there }, of the tail alone.
    def tail_ends(columns, from)
      columns.select { |x, _| x >= from }.each_with_object({}) do |(x, rows), ends|
        rows.each { |y| ends[y] = x if x > (ends[y] || -1) }
      end
    end

    # Between the tips of the two lobes, where the edge lies farthest forward.
    def fork(ends, stem, edge)
      upper, lower = ends.partition { |y, _| y <= stem }
      tips = [upper, lower].map { |lobe| lobe.max_by(&:last)&.first || stem.round }
      rows = ends.select { |y, _| y.between?(*tips.minmax) }.sort
      rows = ends.sort if rows.empty?
      smooth = rows.each_index.map do |index|
        near = rows[[index - edge, 0].max..(index + edge)].map(&:last)
        [near.sum / near.size.to_f, rows[index].first]
      end
      smooth.min_by(&:first)
    end

    def middle(rows) = rows.sum / rows.size.to_f
    private_class_method :whole?, :flattened, :fish, :goes_on?, :centre, :tapering, :dark,
      :distance, :fish_level, :paper, :without_print, :points, :tail_ends, :fork, :middle
  end
end
