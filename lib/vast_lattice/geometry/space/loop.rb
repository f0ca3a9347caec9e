# frozen_string_literal: true

module VastLattice
  module Geometry
    # A closed outline of lines and arcs in mm, counter-clockwise. +vertices+ lists [x, y, bulge]: the
    # bulge belongs to the edge that starts there and is the tangent of a quarter of its arc's angle
    # (0 for a line, 1 for a half circle, positive to the left), as in the open DXF format.
    #
    # Areas, lengths and boxes are exact, arcs included; what was measured once is remembered.
    class Loop
      # Edges of one full circle when it has to become a polygon.
      FACETS = 128

      attr_reader :vertices

      # A circle about the origin.
      def self.circle(diameter)
        radius = diameter / 2
        new([[radius, 0.0, 1.0], [-radius, 0.0, 1.0]])
      end

      # A rectangle about the origin; +radius+ rounds its corners.
      def self.rectangle(width, height, radius = 0.0)
        x = width / 2
        y = height / 2
        return between(-x, -y, x, y) unless radius.positive?

        quarter = Math.tan(Math::PI / 8)
        rounded([[-x + radius, -y, 0.0], [x - radius, -y, quarter], [x, -y + radius, 0.0], [x, y - radius, quarter],
                 [x - radius, y, 0.0], [-x + radius, y, quarter], [-x, y - radius, 0.0], [-x, -y + radius, quarter]])
      end

      # A loop without edges that have no length, such as those between two quarters that make a half.
      def self.rounded(vertices)
        kept = vertices.zip(vertices.rotate(1)).reject do |(x, y, _), (next_x, next_y, _)|
          (x - next_x).abs < 1e-9 && (y - next_y).abs < 1e-9
        end
        new(kept.map(&:first))
      end
      private_class_method :rounded

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

      # What is known already need not be found again: the +box+, the +area+, the +circle+. +smooth+ says of each vertex whether the
      # outline goes on smoothly there, where its chords stand for an arc.
      def initialize(vertices, box: nil, area: nil, smooth: nil, circle: nil)
        @circle = circle if circle
        @vertices = vertices
        @box = box
        @area = area
        @smooth = smooth
      end

      # As in Edge: [x0, y0, x1, y1, bulge].
      def edges
        @edges ||= vertices.each_with_index.map do |(x, y, bulge), index|
          next_x, next_y, = vertices[index + 1] || vertices[0]
          [x, y, next_x, next_y, bulge]
        end
      end

      # The smallest Box around it.
      def box = @box ||= measured_box

      # mm2.
      def area = @area ||= edges.sum { |edge| Edge.area(edge) }

      # First moments of the area in mm3, [over x, over y].
      def moments = edges.map { |edge| Edge.moments(edge) }.transpose.map(&:sum)

      # Centroid [x, y].
      def centroid
        return box.middle if circle

        over, up = moments
        [over / area, up / area]
      end

      # Centre and radius [x, y, r] if it is one whole circle, else nil.
      def circle
        return @circle if defined?(@circle)

        @circle = (whole_circle if vertices.size == 2 && vertices.all? { |_, _, bulge| (bulge - 1.0).zero? })
      end

      # Whether it is a rectangle along x and y: then it is its box.
      def rectangle?
        sides = [[box.left, box.right], [box.bottom, box.top]]
        vertices.size == 4 && vertices.all? { |x, y, bulge| bulge.zero? && sides[0].include?(x) && sides[1].include?(y) }
      end

      def move(right, upwards)
        moved = circle && [circle[0] + right, circle[1] + upwards, circle[2]]
        Loop.new(vertices.map { |x, y, bulge| [x + right, y + upwards, bulge] }, box: box.move(right, upwards), area: area, smooth: @smooth,
                                                                                 circle: moved)
      end

      # Turned about the origin by degrees, counter-clockwise.
      def turn(degrees)
        return self if degrees.zero?

        angle = degrees * Math::PI / 180
        cos = Math.cos(angle)
        sin = Math.sin(angle)
        Loop.new(vertices.map { |x, y, bulge| [(x * cos) - (y * sin), (x * sin) + (y * cos), bulge] }, area: area, smooth: @smooth)
      end

      # Seen from behind: x to the other side.
      def mirrored = Loop.new(backwards(vertices.map(&:last)).map { |x, y, bulge| [-x, y, bulge] })

      # The same outline the other way round.
      def reversed = Loop.new(backwards(vertices.map { |vertex| -vertex.last }))

      # Points of a polygon with the same area: arcs become chords of a slightly larger circle, +facets+ of
      # them to a full turn.
      def polygon(facets = FACETS) = edges.flat_map { |edge| Edge.polygon(edge, facets, vertices.size == 2) }

      # Points on the outline, each with whether the outline goes on smoothly there and the number of the edge
      # that starts or runs there: [[x, y, smooth, edge], …].
      def facet_runs(facets)
        edges.each_with_index.flat_map do |edge, index|
          [[*edge.first(2), smooth_at?(index), index], *Edge.points(edge, facets).map { |x, y| [x, y, true, index] }]
        end
      end

      # The outline with arcs as chords between points on them.
      def faceted(facets)
        runs = facet_runs(facets)
        Loop.new(runs.map { |x, y, *| [x, y, 0.0] }, smooth: runs.map { |run| run[2] })
      end

      # Where a line x·a + y·b = c crosses the outline, as sorted pairs of positions along (-b, a): the parts
      # of the line that lie inside. (a, b) is a unit direction.
      def intervals(a, b, c)
        edges.flat_map { |edge| Edge.crossings(edge, a, b, c) }.sort.each_slice(2).select { |pair| pair.size == 2 }
      end

      # Lowest and highest reach along the direction (a, b), and every place between where the outline turns.
      def reaches(a, b) = edges.flat_map { |edge| Edge.reaches(edge, a, b) }

      # Whether x, y lies inside.
      def holds?(x, y) = intervals(0.0, 1.0, y + 1e-10).any? { |from, till| (-x).between?(from, till) }

      # Least distance from x, y to the outline in mm.
      def distance(x, y) = edges.map { |edge| Edge.distance(edge, x, y) }.min

      # The number of the vertex at x, y, or nil.
      def vertex_at(x, y) = vertices.index { |own_x, own_y, _| (own_x - x).abs < 1e-9 && (own_y - y).abs < 1e-9 }

      # The same with the corner at a vertex cut off by a line (+arc+ false) or rounded; +size+ is the
      # length cut off each edge, or the radius. nil where the edges there are no lines or are too short.
      def without_corner(index, size, arc:)
        before = edges[index - 1]
        after = edges[index]
        turn = Edge.angle(after) - Edge.angle(before)
        turn -= 2 * Math::PI * ((turn + Math::PI) / (2 * Math::PI)).floor
        cut = arc ? size * Math.tan(turn.abs / 2) : size
        return if turn.abs < 1e-9 || [before, after].any? { |edge| !edge.last.zero? || Edge.chord(edge) < cut - 1e-9 }

        corner = [[*towards(after, before.first(2), cut), arc ? Math.tan(turn / 4) : 0.0], [*towards(after, after[2, 2], cut), 0.0]]
        Loop.new(vertices.each_with_index.flat_map { |vertex, at| at == index ? corner : [vertex] })
      end

      # Whether the direction of the outline does not jump at the start of an edge.
      def smooth_at?(index)
        return @smooth[index] if @smooth

        turn = Edge.end_angle(edges[index - 1]) - Edge.start_angle(edges[index])
        (((turn + Math::PI) % (2 * Math::PI)) - Math::PI).abs < 0.02
      end

      private

      def whole_circle
        (x0, y0), (x1, y1) = vertices.map { |vertex| vertex.first(2) }
        [(x0 + x1) / 2, (y0 + y1) / 2, Math.hypot(x1 - x0, y1 - y0) / 2]
      end

      def measured_box
        if circle
          x, y, radius = circle
          return Box.new(left: x - radius, right: x + radius, bottom: y - radius, top: y + radius)
        end

        xs, ys = edges.flat_map { |edge| [edge.first(2), *Edge.extremes(edge)] }.transpose
        Box.new(left: xs.min, right: xs.max, bottom: ys.min, top: ys.max)
      end

      # The vertices from the last to the first, each with the bulge of the edge that then starts there.
      def backwards(bulges)
        vertices.reverse.zip(bulges.reverse.rotate(1)).map { |(x, y, _), bulge| [x, y, bulge] }
      end

      # From the start of an edge towards a point.
      def towards(edge, point, distance)
        part = distance / Math.hypot(point[0] - edge[0], point[1] - edge[1])
        [edge[0] + ((point[0] - edge[0]) * part), edge[1] + ((point[1] - edge[1]) * part)]
      end
    end
  end
end
