# frozen_string_literal: true

module Core
  module Geography
    # The shortest way by water between two places: round islands and headlands, never over land.
    #
    #   features: GeoJSON features as Outline takes them
    #
    # A shortest way turns only at corners where land juts out, and touches them: so the corners,
    # and which sees which, are worked out once (a tangent visibility graph), with the distances
    # between all of them; a pair then only asks what its two ends see. The corners stand a metre
    # off the shore. Sides and angles are taken in a flat picture, which over a hundred kilometres
    # is true to one in a thousand; the distance is the sum of the geodesics along the way, so it is
    # never under the straight one.
    #
    # Source: Lozano-Perez and Wesley (1979), Commun. ACM 22(10), 560-570; Dijkstra (1959), Numer.
    # Math. 1, 269-271.
    class Route
      # distance_m: Float, nil when there is no way; path: [[lat_deg, lon_deg], ...] both ends with
      #             it; why: sentence when there is none
      Way = Struct.new(:distance_m, :path, :why, keyword_init: true)
      OFF_SHORE_M = 1.0
      # A place drawn on dry land starts from the nearest water, if that is not farther. House rule.
      MOST_ON_LAND_M = 5000.0
      CELL_M = 3000.0
      # Half as thick as a drawn wall is taken to be. House rule.
      WALL_M = 3.0
      # So much of a metre across a metre of edge still counts as touching.
      TOUCH = 1e-6

      METRES_PER_DEGREE = CoarsePlace::METRES_PER_DEGREE

      NOT_JOINED = "The two waters are not connected."
      ON_LAND = "One of the places is on land, farther than 5 km from the water."

      def initialize(features)
        @around = Drawing.middle_lon_deg(features)
        features = Drawing.unbroken(features, @around)
        features += walls(features)
        @outline = Outline.new(features)
        rings = rings(features)
        lats = rings.flat_map { |ring, _| ring.map(&:last) }
        @middle = lats.empty? ? 0.0 : (lats.min + lats.max) / 2.0
        @east_m = METRES_PER_DEGREE * Math.cos(@middle * Math::PI / 180)
        @edges =
          rings.flat_map do |ring, _|
            ring.map { |lon, lat| flat(lat, lon) }.each_cons(2).map(&:flatten)
          end
        @cells = cells
        @nodes =
          rings.flat_map do |ring, water_inside|
            corners(ring.map { |lon, lat| flat(lat, lon) }, water_inside)
          end
        @sees = @nodes.each_index.map { |index| seen_by_node(index) }
        @from = @nodes.each_index.map { |index| distances(index) }
        freeze
      end

      # like: a place whose water the ends are brought to when they lie on land (for a place of
      #       which only its cell is told); nil: the nearest water.
      def between(lat1_deg, lon1_deg, lat2_deg, lon2_deg, like: nil)
        ends = [[lat1_deg, lon1_deg], [lat2_deg, lon2_deg]].map do |place|
          in_piece(place, lon1_deg)
        end
        like &&= in_piece(like, lon1_deg)
        wet = ends.map { |lat, lon| in_water(lat, lon, like && @outline.water_at(*like)) }
        return Way.new(why: ON_LAND).freeze if wet.include?(nil)

        kinds = wet.map { |x, y| @outline.water_at(*degrees(x, y)) }
        middle = kinds.uniq.size == 1 ? turns(*wet) : nil
        return Way.new(why: NOT_JOINED).freeze if middle.nil?

        path = [ends[0], *[wet[0], *middle, wet[1]].map { |x, y| degrees(x, y) }, ends[1]]
        path_of(path)
      end

      private

      # The way through these places, without those that are one.
      def path_of(path)
        path = path.each_cons(2).filter_map { |from, to| to if apart?(from, to) }.unshift(path[0])
          .map { |lat, lon| [lat, Longitude.written(lon)] }
        Way.new(
          distance_m: path.each_cons(2).sum { |from, to| Geodesic.distance_m(*from, *to) }, path:
        ).freeze
      end

      # A place on the same side of 180 degrees as the drawing, or as the first of two.
      def in_piece(place, first_lon_deg)
        [place[0], Longitude.near(place[1], @around || first_lon_deg)]
      end

      def flat(lat, lon) = [lon * @east_m, lat * METRES_PER_DEGREE]
      def degrees(x, y) = [y / METRES_PER_DEGREE, x / @east_m]

      # The metre that a corner or a start stands off the shore is not told.
      def apart?(from, to)
        ((from[0] - to[0]) * METRES_PER_DEGREE).abs > 2.5 || ((from[1] - to[1]) * @east_m).abs > 2.5
      end

      # A harbour wall stands in the way as a strip of land; it reaches a little into the land that
      # it begins on.
      def walls(features)
        of_kind(features, "wall").flat_map do |line|
          line.each_cons(2).map do |from, to|
            middle = (from[1] + to[1]) / 2
            east = METRES_PER_DEGREE * Math.cos(middle * Math::PI / 180)
            {
              "properties" => {
                "kind" => "land"
              },
              "geometry" => {
                "type" => "Polygon",
                "coordinates" => [strip(from, to, east)]
              }
            }
          end
        end
      end

      # Four corners round a stretch of wall, WALL_M to every side of it.
      def strip(from, to, east)
        ends = [from, to].map { |lon, lat| [lon * east, lat * METRES_PER_DEGREE] }
        along = unit(*ends).map { |part| part * WALL_M }
        across = [-along[1], along[0]]
        corners = [[0, -1, 1], [1, 1, 1], [1, 1, -1], [0, -1, -1]].map do |place, ahead, aside|
          [0, 1].map { |axis| ends[place][axis] + (along[axis] * ahead) + (across[axis] * aside) }
        end
        [*corners, corners.first].map { |x, y| [x / east, y / METRES_PER_DEGREE] }
      end

      # [[ring, water_inside], ...]; a hole in land that a lough fills comes once, from the lough.
      def rings(features)
        loughs = of_kind(features, "lough").map { |rings| [rings[0], true] }
        known = loughs.map { |ring, _| ring.sort }
        of_kind(features, "land").flat_map do |outer, *holes|
          [
            [outer, false],
            *holes.reject { |hole| known.include?(hole.sort) }.map { |hole| [hole, true] }
          ]
        end + loughs
      end

      def of_kind(features, kind)
        features
          .select { |feature| feature.dig("properties", "kind") == kind }
          .map { |feature| feature.dig("geometry", "coordinates") }
      end

      # Corners where land juts out, each [x, y, x and y of the corner before, of the one after].
      def corners(ring, water_inside)
        points = ring[0...-1]
        around = points.each_index.sum { |index| cross(*points[index - 1], *points[index]) }
        side = (around.positive? ? 1 : -1) * (water_inside ? -1 : 1)
        points.each_index.filter_map do |index|
          before, here, after = points[index - 1], points[index], points[(index + 1) % points.size]
          first, two = unit(before, here), unit(here, after)
          next unless side * cross(*first, *two) > 1e-9

          # Away from both edges, on the water's side of them.
          out = [(first[1] + two[1]) * side, (-first[0] - two[0]) * side]
          long = Math.hypot(*out)
          [
            here[0] + (out[0] / long * OFF_SHORE_M),
            here[1] + (out[1] / long * OFF_SHORE_M),
            *before,
            *after
          ]
        end
      end

      def cross(x1, y1, x2, y2) = (x1 * y2) - (y1 * x2)

      def unit(from, to)
        x, y = to[0] - from[0], to[1] - from[1]
        long = Math.hypot(x, y)
        [x / long, y / long]
      end

      def cells
        @edges.each_with_object({}) do |edge, cells|
          x1, y1, x2, y2 = edge
          Range.new(*[x1, x2].minmax.map { |x| (x / CELL_M).floor }).each do |column|
            Range
              .new(*[y1, y2].minmax.map { |y| (y / CELL_M).floor })
              .each { |row| ((cells[column] ||= {})[row] ||= []) << edge }
          end
        end
      end

      # Does nothing of the shore lie between? Touching it counts as lying between.
      def clear?(ax, ay, bx, by)
        ax, ay, bx, by = bx, by, ax, ay if bx < ax
        slope = bx == ax ? nil : (by - ay) / (bx - ax)
        first, last = (ax / CELL_M).floor, (bx / CELL_M).floor
        first.upto(last) do |column|
          rows = @cells[column] or next
          y1 = slope && column > first ? ay + (((column * CELL_M) - ax) * slope) : ay
          y2 = slope && column < last ? ay + ((((column + 1) * CELL_M) - ax) * slope) : by
          y1, y2 = y2, y1 if y2 < y1
          (y1 / CELL_M).floor.upto((y2 / CELL_M).floor) do |row|
            edges = rows[row] or next
            return false if edges.any? { |edge| crosses?(ax, ay, bx, by, edge) }
          end
        end
        true
      end

      def crosses?(ax, ay, bx, by, edge)
        cx, cy, dx, dy = edge
        abx, aby, cdx, cdy = bx - ax, by - ay, dx - cx, dy - cy
        one_side = (abx * (cy - ay)) - (aby * (cx - ax))
        other_side = (abx * (dy - ay)) - (aby * (dx - ax))
        return false if same_side?(one_side, other_side)

        three = (cdx * (ay - cy)) - (cdy * (ax - cx))
        four = (cdx * (by - cy)) - (cdy * (bx - cx))
        !same_side?(three, four)
      end

      def same_side?(one_end, other_end)
        (one_end.positive? && other_end.positive?) || (one_end.negative? && other_end.negative?)
      end

      # Does a line from there only touch the land at this corner, both its shores on one side?
      def touches?(node, x, y)
        nx, ny, bx, by, ax, ay = node
        dx, dy = nx - x, ny - y
        before = (dx * (by - ny)) - (dy * (bx - nx))
        after = (dx * (ay - ny)) - (dy * (ax - nx))
        slack = TOUCH * (dx.abs + dy.abs)
        !((before > slack && after < -slack) || (before < -slack && after > slack))
      end

      # Corners that a place sees and a way may turn at: { index => metres }
      def seen(x, y)
        @nodes.each_with_index.with_object({}) do |(node, index), seen|
          seen[index] = Math.hypot(node[0] - x, node[1] - y) if touches?(node, x, y) &&
            clear?(x, y, node[0], node[1])
        end
      end

      def seen_by_node(index)
        here = @nodes[index]
        @nodes.each_with_index.filter_map do |node, other|
          if other == index || !touches?(node, here[0], here[1]) ||
              !touches?(here, node[0], node[1]) || !clear?(here[0], here[1], node[0], node[1])
            next
          end

          [other, Math.hypot(node[0] - here[0], node[1] - here[1])]
        end
      end

      # [metres from this corner to each, the corner before each on the way]
      def distances(start)
        far = Array.new(@nodes.size, Float::INFINITY)
        before = Array.new(@nodes.size)
        far[start] = 0.0
        open = [[0.0, start]]
        until open.empty?
          metres, node = open.shift
          next if metres > far[node]

          @sees[node].each do |other, leg|
            next unless (now = metres + leg) < far[other]

            far[other], before[other] = now, node
            open.insert(open.bsearch_index { |entry| entry[0] >= now } || open.size, [now, other])
          end
        end
        [far, before]
      end

      # The corners on the shortest way, [] when the ends see each other, nil when there is no way.
      def turns(from, to)
        return [] if clear?(*from, *to)

        ends = seen(*to)
        best, first, last = Float::INFINITY, nil, nil
        seen(*from).each do |node, leg|
          far = @from[node][0]
          ends.each do |other, leg_m|
            metres = leg + far[other] + leg_m
            best, first, last = metres, node, other if metres < best
          end
        end
        first && corners_between(first, last)
      end

      def corners_between(first, last)
        back = [last]
        back << @from[first][1][back.last] while back.last != first
        back.reverse.map { |node| @nodes[node].first(2) }
      end

      # The place itself, or the nearest water's edge and a metre into it; nil when that is too far.
      # A place on the drawn shore, or
      # within a metre of it, sees no corner: it is taken from a metre off.
      def in_water(lat, lon, kind)
        here = flat(lat, lon)
        there = @outline.water_at(lat, lon)
        if there && (kind.nil? || there == kind)
          return here if @edges.none? { |edge| nearest(edge, *here).first < OFF_SHORE_M }

          return off_shore(here, there) || here
        end
        from_land(here, kind)
      end

      def from_land(here, kind)
        @edges.map { |edge| nearest(edge, *here) }.sort_by(&:first).each do |metres, x, y, across|
          return nil if metres > MOST_ON_LAND_M

          [1, -1].each do |side|
            spot = [x + (across[0] * side * OFF_SHORE_M), y + (across[1] * side * OFF_SHORE_M)]
            water = @outline.water_at(*degrees(*spot))
            return off_shore(spot, water) || spot if water && (kind.nil? || water == kind)
          end
        end
        nil
      end

      # The nearest place round about, in the same water, that stands a metre off every shore.
      def off_shore(here, kind)
        near = @edges.select { |edge| nearest(edge, *here).first < OFF_SHORE_M * 12 }
        [0, 1, 1.5, 2, 3, 5, 8].product((0...24).to_a).each do |metres, turn|
          angle = turn * Math::PI / 12
          spot = [
            here[0] + (metres * OFF_SHORE_M * Math.cos(angle)),
            here[1] + (metres * OFF_SHORE_M * Math.sin(angle))
          ]
          next if near.any? { |edge| nearest(edge, *spot).first < OFF_SHORE_M * 0.99 }
          return spot if @outline.water_at(*degrees(*spot)) == kind
        end
        nil
      end

      # [metres, x, y of the nearest point of the edge, unit vector across it]
      def nearest(edge, x, y)
        x1, y1, x2, y2 = edge
        along = [x2 - x1, y2 - y1]
        part =
          ((((x - x1) * along[0]) + ((y - y1) * along[1])) / ((along[0]**2) + (along[1]**2))).clamp(
            0.001,
            0.999
          )
        px, py = x1 + (part * along[0]), y1 + (part * along[1])
        long = Math.hypot(*along)
        [Math.hypot(px - x, py - y), px, py, [-along[1] / long, along[0] / long]]
      end
    end
  end
end
