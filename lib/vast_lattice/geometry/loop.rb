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

      # Turned about the origin by degrees, counter-clockwise.
      def turn(degrees)
        return self if degrees.zero?

        angle = degrees * Math::PI / 180
        cos = Math.cos(angle)
        sin = Math.sin(angle)
        Loop.new(vertices.map { |x, y, bulge| [(x * cos) - (y * sin), (x * sin) + (y * cos), bulge] })
      end

      # mm2, by the shoelace formula plus the segment between each arc and its chord.
      def area
        edges.sum do |x0, y0, x1, y1, bulge|
          chord = ((x0 * y1) - (x1 * y0)) / 2
          bulge.zero? ? chord : chord + segment_area(x0, y0, x1, y1, bulge)
        end
      end

      # Length of the outline in mm.
      def length
        edges.sum do |x0, y0, x1, y1, bulge|
          chord = Math.hypot(x1 - x0, y1 - y0)
          bulge.zero? ? chord : radius(chord, bulge) * 4 * Math.atan(bulge).abs
        end
      end

      # Centre and radius [x, y, r] if it is one whole circle, else nil.
      def circle
        return unless vertices.size == 2 && vertices.all? { |_, _, bulge| (bulge - 1.0).zero? }

        (x0, y0), (x1, y1) = vertices.map { |vertex| vertex.first(2) }
        [(x0 + x1) / 2, (y0 + y1) / 2, Math.hypot(x1 - x0, y1 - y0) / 2]
      end

      # Points of a polygon with the same area: arcs become chords of a slightly larger circle.
      def polygon
        edges.flat_map { |edge| edge.last.zero? ? [edge.first(2)] : facets(*edge) }
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

      def facets(*edge)
        x, y, radius, start, swept = Loop.arc(*edge)
        count = [(FACETS * swept.abs / (2 * Math::PI)).ceil, 2].max
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
