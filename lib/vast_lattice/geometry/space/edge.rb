# frozen_string_literal: true

module VastLattice
  module Geometry
    # Arithmetic of one edge of a Loop, a line or an arc: [x0, y0, x1, y1, bulge], in mm.
    module Edge
      COSINES = [1.0, 0.0, -1.0, 0.0].freeze
      TURN = 2 * Math::PI

      module_function

      # Arc data [centre x, centre y, radius, start angle, swept angle], angles in radians.
      def arc(edge)
        x0, y0, x1, y1, bulge = edge
        rise = (1 - (bulge**2)) / (4 * bulge)
        x = ((x0 + x1) / 2) - (rise * (y1 - y0))
        y = ((y0 + y1) / 2) + (rise * (x1 - x0))
        [x, y, radius(edge), Math.atan2(y0 - y, x0 - x), 4 * Math.atan(bulge)]
      end

      def chord(edge) = Math.hypot(edge[2] - edge[0], edge[3] - edge[1])
      def radius(edge) = chord(edge) * (1 + (edge[4]**2)) / (4 * edge[4].abs)
      def length(edge) = edge[4].zero? ? chord(edge) : radius(edge) * 4 * Math.atan(edge[4]).abs

      # The area between the edge and the origin, signed: that of a triangle, and of the segment between an arc and its
      # chord.
      def area(edge)
        flat = ((edge[0] * edge[3]) - (edge[2] * edge[1])) / 2
        edge[4].zero? ? flat : flat + segment(edge)
      end

      def segment(edge)
        swept = 4 * Math.atan(edge[4])
        (radius(edge)**2) * (swept - Math.sin(swept)) / 2
      end

      # First moments of that area, [over x, over y].
      def moments(edge)
        flat = ((edge[0] * edge[3]) - (edge[2] * edge[1])) / 6
        over = flat * (edge[0] + edge[2])
        up = flat * (edge[1] + edge[3])
        return [over, up] if edge[4].zero?

        area = segment(edge)
        x, y = segment_centroid(edge, area)
        [over + (area * x), up + (area * y)]
      end

      # Centroid of the segment between an arc and its chord: on the middle of the arc, so far from the circle's centre.
      def segment_centroid(edge, area)
        x, y, radius, start, swept = arc(edge)
        reach = 2 * (radius**3) * (Math.sin(swept.abs / 2)**3) / 3 / area.abs
        middle = start + (swept / 2)
        [x + (reach * Math.cos(middle)), y + (reach * Math.sin(middle))]
      end

      # Points of an arc that lie furthest left, right, up or down on it.
      def extremes(edge)
        return [] if edge[4].zero?

        x, y, radius, start, swept = arc(edge)
        low, high = [start, start + swept].minmax
        ((low / (TURN / 4)).ceil..(high / (TURN / 4)).floor).map do |quarter|
          [x + (radius * COSINES[quarter % 4]), y + (radius * COSINES[(quarter + 3) % 4])]
        end
      end

      # Positions along (-b, a) at which the line x·a + y·b = c crosses the edge.
      def crossings(edge, a, b, c)
        return line_crossing(edge, a, b, c) if edge[4].zero?

        x, y, radius, start, swept = arc(edge)
        reach = c - (x * a) - (y * b)
        return [] if reach.abs >= radius

        towards = Math.atan2(b, a)
        half = Math.acos(reach / radius)
        [towards - half, towards + half].select { |angle| within?(start, swept, angle) }
                                        .map { |angle| (a * (y + (radius * Math.sin(angle)))) - (b * (x + (radius * Math.cos(angle)))) }
      end

      # Half-open at the ends, so that a shared vertex is counted once.
      def line_crossing(edge, a, b, c)
        from = (edge[0] * a) + (edge[1] * b) - c
        till = (edge[2] * a) + (edge[3] * b) - c
        return [] unless from.negative? ^ till.negative?

        part = from / (from - till)
        [(a * (edge[1] + (part * (edge[3] - edge[1])))) - (b * (edge[0] + (part * (edge[2] - edge[0]))))]
      end

      # Whether an angle lies on an arc.
      def within?(start, swept, angle)
        turn = swept.positive? ? angle - start : start - angle
        (turn % TURN) < swept.abs
      end

      # Reaches along (a, b): of the start, and where an arc turns.
      def reaches(edge, a, b)
        found = [(edge[0] * a) + (edge[1] * b)]
        return found if edge[4].zero?

        x, y, radius, start, swept = arc(edge)
        towards = Math.atan2(b, a)
        ends = [[towards, radius], [towards + Math::PI, -radius]].select { |angle, _| within?(start, swept, angle) }
        found + ends.map { |_, reach| (x * a) + (y * b) + reach }
      end

      # Whether the edge's own box, arcs included, comes to a Box.
      def near?(edge, box)
        over = edge[4].zero? ? 0.0 : chord(edge) * [edge[4].abs, 1].max
        left, right = [edge[0], edge[2]].minmax
        bottom, top = [edge[1], edge[3]].minmax
        left - over <= box.right && right + over >= box.left && bottom - over <= box.top && top + over >= box.bottom
      end

      # Least distance from a point.
      def distance(edge, x, y)
        return line_distance(edge, x, y) if edge[4].zero?

        centre_x, centre_y, radius, start, swept = arc(edge)
        return (Math.hypot(x - centre_x, y - centre_y) - radius).abs if within?(start, swept, Math.atan2(y - centre_y, x - centre_x))

        [Math.hypot(x - edge[0], y - edge[1]), Math.hypot(x - edge[2], y - edge[3])].min
      end

      def line_distance(edge, x, y)
        over = edge[2] - edge[0]
        up = edge[3] - edge[1]
        part = ((((x - edge[0]) * over) + ((y - edge[1]) * up)) / [(over**2) + (up**2), 1e-300].max).clamp(0.0, 1.0)
        Math.hypot(x - edge[0] - (part * over), y - edge[1] - (part * up))
      end

      # Direction at its start and at its end, radians.
      def angle(edge) = Math.atan2(edge[3] - edge[1], edge[2] - edge[0])
      def start_angle(edge) = angle(edge) - (2 * Math.atan(edge[4]))
      def end_angle(edge) = angle(edge) + (2 * Math.atan(edge[4]))

      # Number of chords that stand for an arc, +facets+ of them to a full turn.
      def chords(edge, facets) = [(facets * (4 * Math.atan(edge[4])).abs / TURN).ceil, 2].max

      # Points between the ends of an arc, on it.
      def points(edge, facets)
        return [] if edge[4].zero?

        x, y, radius, start, swept = arc(edge)
        count = chords(edge, facets)
        (1...count).map do |index|
          (start + (index * swept / count)).then do |angle|
            [x + (radius * Math.cos(angle)), y + (radius * Math.sin(angle))]
          end
        end
      end

      # Points from its start to before its end, an arc's on a slightly larger circle, so that the polygon has the same
      # area; the start stays where it is, unless it belongs to a +whole+ circle.
      def polygon(edge, facets, whole)
        return [edge.first(2)] if edge[4].zero?

        x, y, radius, start, swept = arc(edge)
        count = chords(edge, facets)
        step = swept / count
        larger = radius * Math.sqrt(step / Math.sin(step))
        (0...count).map do |index|
          angle = start + (index * step)
          reach = index.zero? && !whole ? radius : larger
          [x + (reach * Math.cos(angle)), y + (reach * Math.sin(angle))]
        end
      end
    end
  end
end
