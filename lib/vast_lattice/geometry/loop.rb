# frozen_string_literal: true

module VastLattice
  module Geometry
    # A closed outline of lines and arcs in mm, counter-clockwise. +vertices+ lists [x, y, bulge]: the
    # bulge belongs to the edge that starts there and is the tangent of a quarter of its arc's angle
    # (0 for a line, 1 for a half circle, positive to the left), as in the open DXF format.
    #
    # Areas, lengths and boxes are exact, arcs included.
    class Loop
      # Edges of one full circle when it has to become a polygon.
      FACETS = 128

      # +box+ is the smallest Box around it.
      attr_reader :vertices, :edges, :box

      # A circle about the origin.
      def self.circle(diameter)
        radius = diameter / 2
        new([[radius, 0.0, 1.0], [-radius, 0.0, 1.0]])
      end

      # A rectangle about the origin; +radius+ rounds its corners.
      def self.rectangle(width, height, radius = 0.0)
        x = width / 2
        y = height / 2
        return new([[-x, -y, 0.0], [x, -y, 0.0], [x, y, 0.0], [-x, y, 0.0]]) unless radius.positive?

        quarter = Math.tan(Math::PI / 8)
        new([[-x + radius, -y, 0.0], [x - radius, -y, quarter], [x, -y + radius, 0.0], [x, y - radius, quarter],
             [x - radius, y, 0.0], [-x + radius, y, quarter], [-x, y - radius, 0.0], [-x, -y + radius, quarter]])
      end

      # A rectangle from its lower left to its upper right corner.
      def self.between(left, bottom, right, top)
        new([[left, bottom, 0.0], [right, bottom, 0.0], [right, top, 0.0], [left, top, 0.0]])
      end

      # A slot with round ends about the origin: overall +length+, +width+, turned by +angle+ degrees.
      def self.slot(length, width, angle = 0.0)
        x = (length - width) / 2
        y = width / 2
        new([[-x, -y, 0.0], [x, -y, 1.0], [x, y, 0.0], [-x, y, 1.0]]).turn(angle)
      end

      # A known +box+ need not be found again.
      def initialize(vertices, box = nil)
        @vertices = vertices.freeze
        @edges = edges_of(vertices).freeze
        @box = box || measured_box
        freeze
      end

      def move(right, upwards)
        Loop.new(vertices.map { |x, y, bulge| [x + right, y + upwards, bulge] }, box.move(right, upwards))
      end

      # Seen from behind: x to the other side.
      def mirrored
        points = vertices.reverse
        bulges = vertices.map(&:last).reverse.rotate(1)
        Loop.new(points.zip(bulges).map { |(x, y, _), bulge| [-x, y, bulge] })
      end

      # Turned about the origin by degrees, counter-clockwise.
      def turn(degrees)
        return self if degrees.zero?

        angle = degrees * Math::PI / 180
        cos = Math.cos(angle)
        sin = Math.sin(angle)
        Loop.new(vertices.map { |x, y, bulge| [(x * cos) - (y * sin), (x * sin) + (y * cos), bulge] })
      end

      # The same outline the other way round.
      def reversed
        points = vertices.reverse
        bulges = vertices.map { |vertex| -vertex.last }.reverse.rotate(1)
        Loop.new(points.zip(bulges).map { |(x, y, _), bulge| [x, y, bulge] })
      end

      # mm2, by the shoelace formula plus the segment between each arc and its chord.
      def area
        edges.sum do |x0, y0, x1, y1, bulge|
          chord = ((x0 * y1) - (x1 * y0)) / 2
          bulge.zero? ? chord : chord + segment_area(x0, y0, x1, y1, bulge)
        end
      end

      # Length of the outline in mm.
      def length = Loop.lengths(self).sum

      # Centre and radius [x, y, r] if it is one whole circle, else nil.
      def circle
        return unless vertices.size == 2 && vertices.all? { |_, _, bulge| (bulge - 1.0).zero? }

        (x0, y0), (x1, y1) = vertices.map { |vertex| vertex.first(2) }
        [(x0 + x1) / 2, (y0 + y1) / 2, Math.hypot(x1 - x0, y1 - y0) / 2]
      end

      # Points of a polygon with the same area: arcs become chords of a slightly larger circle, +facets+ of
      # them to a full turn.
      def polygon(facets = FACETS)
        edges.flat_map { |edge| edge.last.zero? ? [edge.first(2)] : facets(*edge, facets) }
      end

      # Points on the outline, each with whether the outline goes on smoothly there and the number of the edge
      # that starts or runs there: [[x, y, smooth, edge], …].
      def facet_runs(facets)
        edges.each_with_index.flat_map do |edge, index|
          corner = [*edge.first(2), smooth_at?(index), index]
          edge.last.zero? ? [corner] : [corner, *inner_points(edge, facets).map { |x, y| [x, y, true, index] }]
        end
      end
      alias facet_points facet_runs

      # The outline with arcs as chords between points on them.
      def faceted(facets) = Loop.new(facet_runs(facets).map { |x, y, *| [x, y, 0.0] })

      # Lengths of the edges of a loop in mm.
      def self.lengths(loop)
        loop.edges.map do |x0, y0, x1, y1, bulge|
          chord = Math.hypot(x1 - x0, y1 - y0)
          bulge.zero? ? chord : chord * (1 + (bulge**2)) / bulge.abs * Math.atan(bulge).abs
        end
      end

      # First moments of the area in mm3, [over x, over y]; exact, arcs included.
      def moments
        edges.map { |edge| edge_moments(*edge) }.transpose.map(&:sum)
      end

      # Where a line x·a + y·b = c crosses the outline, as sorted pairs of positions along (-b, a): the parts
      # of the line that lie inside. (a, b) is a unit direction.
      def intervals(a, b, c)
        edges.flat_map { |edge| crossings(edge, a, b, c) }.sort.each_slice(2).select { |pair| pair.size == 2 }
      end

      # Lowest and highest reach along the direction (a, b), and every place between where the outline turns.
      def reaches(a, b)
        edges.flat_map do |edge|
          found = [(edge[0] * a) + (edge[1] * b)]
          edge.last.zero? ? found : found + arc_reaches(edge, a, b)
        end
      end

      # Whether x, y lies inside.
      def holds?(x, y) = intervals(0.0, 1.0, y + 1e-10).any? { |from, till| -x >= from && -x <= till }

      # Least distance from x, y to the outline in mm.
      def distance(x, y) = edges.map { |edge| edge_distance(edge, x, y) }.min

      # The same with the corner at a vertex cut off by a line (+arc+ false) or rounded; +size+ is the
      # length cut off each edge, or the radius. nil where the edges there are no lines or are too short.
      def without_corner(index, size, arc:)
        before = edges[index - 1]
        after = edges[index]
        return unless before.last.zero? && after.last.zero?

        turn = turn_between(before, after)
        cut = arc ? size * Math.tan(turn / 2) : size
        return if turn <= 0 || [before, after].any? { |edge| Math.hypot(edge[2] - edge[0], edge[3] - edge[1]) < cut - 1e-9 }

        Loop.new(vertices.each_with_index.flat_map do |vertex, at|
          at == index ? [[*towards(after[0], after[1], before[0], before[1], cut), arc ? Math.tan(turn / 4) : 0.0],
                         [*towards(after[0], after[1], after[2], after[3], cut), 0.0]] : [vertex]
        end)
      end

      # Arc data [centre x, centre y, radius, start angle, swept angle] of an edge, angles in radians.
      def self.arc(from_x, from_y, to_x, to_y, bulge)
        swept = 4 * Math.atan(bulge)
        chord = Math.hypot(to_x - from_x, to_y - from_y)
        radius = chord * (1 + (bulge**2)) / (4 * bulge.abs)
        rise = (1 - (bulge**2)) / (4 * bulge)
        x = ((from_x + to_x) / 2) - (rise * (to_y - from_y))
        y = ((from_y + to_y) / 2) + (rise * (to_x - from_x))
        [x, y, radius, Math.atan2(from_y - y, from_x - x), swept]
      end

      private

      # Edges as [x0, y0, x1, y1, bulge].
      def edges_of(vertices)
        [*vertices, vertices.first].each_cons(2).map { |(x, y, bulge), (next_x, next_y)| [x, y, next_x, next_y, bulge] }
      end

      def measured_box
        points = edges.flat_map { |edge| [edge.first(2), *extremes(edge)] }
        xs, ys = points.transpose
        Box.new(left: xs.min, right: xs.max, bottom: ys.min, top: ys.max)
      end

      def radius(chord, bulge) = chord * (1 + (bulge**2)) / (4 * bulge.abs)

      def segment_area(from_x, from_y, to_x, to_y, bulge)
        swept = 4 * Math.atan(bulge)
        (radius(Math.hypot(to_x - from_x, to_y - from_y), bulge)**2) * (swept - Math.sin(swept)) / 2
      end

      # Points of an arc that lie furthest left, right, up or down on it.
      def extremes(edge)
        return [] if edge.last.zero?

        x, y, radius, start, swept = Loop.arc(*edge)
        low, high = [start, start + swept].minmax
        first = (low / (Math::PI / 2)).ceil
        last = (high / (Math::PI / 2)).floor
        (first..last).map { |quarter| [x + (radius * COSINES[quarter % 4]), y + (radius * COSINES[(quarter + 3) % 4])] }
      end

      COSINES = [1.0, 0.0, -1.0, 0.0].freeze
      private_constant :COSINES

      # Line segments and arcs: the part of the area between the edge and the origin.
      def edge_moments(x0, y0, x1, y1, bulge)
        chord = ((x0 * y1) - (x1 * y0)) / 6
        moments = [chord * (x0 + x1), chord * (y0 + y1)]
        return moments if bulge.zero?

        x, y, radius, start, swept = Loop.arc(x0, y0, x1, y1, bulge)
        area = segment_area(x0, y0, x1, y1, bulge)
        # Centroid of a circular segment from the centre of its circle.
        reach = 2 * (radius**3) * (Math.sin(swept.abs / 2)**3) / 3 / area.abs
        middle = start + (swept / 2)
        [moments[0] + (area * (x + (reach * Math.cos(middle)))), moments[1] + (area * (y + (reach * Math.sin(middle))))]
      end

      def crossings(edge, a, b, c)
        return line_crossing(edge, a, b, c) if edge.last.zero?

        x, y, radius, start, swept = Loop.arc(*edge)
        reach = c - (x * a) - (y * b)
        return [] if reach.abs >= radius

        towards = Math.atan2(b, a)
        half = Math.acos(reach / radius)
        [towards - half, towards + half].select { |angle| swept_over?(start, swept, angle) }
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

      def swept_over?(start, swept, angle)
        turn = swept.positive? ? angle - start : start - angle
        (turn % (2 * Math::PI)) < swept.abs
      end

      def arc_reaches(edge, a, b)
        x, y, radius, start, swept = Loop.arc(*edge)
        towards = Math.atan2(b, a)
        [[towards, radius], [towards + Math::PI, -radius]].select { |angle, _| swept_over?(start, swept, angle) }
                                                          .map { |_, reach| (x * a) + (y * b) + reach }
      end

      def edge_distance(edge, x, y)
        return line_distance(edge, x, y) if edge.last.zero?

        centre_x, centre_y, radius, start, swept = Loop.arc(*edge)
        return (Math.hypot(x - centre_x, y - centre_y) - radius).abs if swept_over?(start, swept, Math.atan2(y - centre_y, x - centre_x))

        [Math.hypot(x - edge[0], y - edge[1]), Math.hypot(x - edge[2], y - edge[3])].min
      end

      def line_distance(edge, x, y)
        over = edge[2] - edge[0]
        up = edge[3] - edge[1]
        part = ((((x - edge[0]) * over) + ((y - edge[1]) * up)) / [(over**2) + (up**2), 1e-300].max).clamp(0.0, 1.0)
        Math.hypot(x - edge[0] - (part * over), y - edge[1] - (part * up))
      end

      # Angle by which the outline turns left from one edge to the next, in radians.
      def turn_between(before, after)
        one = [before[2] - before[0], before[3] - before[1]]
        two = [after[2] - after[0], after[3] - after[1]]
        Math.atan2((one[0] * two[1]) - (one[1] * two[0]), (one[0] * two[0]) + (one[1] * two[1]))
      end

      def towards(x, y, to_x, to_y, distance)
        part = distance / Math.hypot(to_x - x, to_y - y)
        [x + ((to_x - x) * part), y + ((to_y - y) * part)]
      end

      # Whether the direction of the outline does not jump at the start of an edge.
      def smooth_at?(index)
        out = end_angle(edges[index - 1])
        into = start_angle(edges[index])
        ((out - into + Math::PI) % (2 * Math::PI) - Math::PI).abs < 0.02
      end

      def start_angle(edge) = chord_angle(edge) - (2 * Math.atan(edge.last))
      def end_angle(edge) = chord_angle(edge) + (2 * Math.atan(edge.last))
      def chord_angle(edge) = Math.atan2(edge[3] - edge[1], edge[2] - edge[0])

      def inner_points(edge, facets)
        x, y, radius, start, swept = Loop.arc(*edge)
        count = facet_count(swept, facets)
        (1...count).map { |index| (start + (index * swept / count)).then { |angle| [x + (radius * Math.cos(angle)), y + (radius * Math.sin(angle))] } }
      end

      def facet_count(swept, facets) = [(facets * swept.abs / (2 * Math::PI)).ceil, 2].max

      def facets(*edge, facets)
        x, y, radius, start, swept = Loop.arc(*edge)
        count = facet_count(swept, facets)
        step = swept / count
        larger = radius * Math.sqrt(step / Math.sin(step))
        (0...count).map do |index|
          angle = start + (index * step)
          reach = index.zero? && vertices.size > 2 ? radius : larger
          [x + (reach * Math.cos(angle)), y + (reach * Math.sin(angle))]
        end
      end
    end
  end
end
