# frozen_string_literal: true

require 'ffi-geos'

module VastLattice
  module Geometry
    # Boolean operations on Loops by GEOS, for the few that touch each other. Loops become polygons on
    # the way; they travel as WKB, which is quicker than point by point.
    module Planar
      module_function

      # What is left of +outline+ without +cuts+: [[outer points, [hole points, …]], …].
      def difference(outline, cuts)
        left = cuts.reduce(geometry(outline)) { |rest, cut| rest.difference(geometry(cut)) }
        polygons(left).map { |polygon| [points(polygon.exterior_ring), polygon.interior_rings.map { |ring| points(ring) }] }
      end

      # :inside, :crosses or :outside, of +loop+ against +outline+.
      def relation(outline, loop)
        whole = geometry(outline)
        piece = geometry(loop)
        return :inside if whole.contains?(piece) && !whole.boundary.intersects?(piece)

        whole.intersects?(piece) && whole.intersection(piece).area > 1e-9 ? :crosses : :outside
      end

      # Whether two loops share an area.
      def overlap?(one, other) = geometry(one).intersection(geometry(other)).area > 1e-9

      # Shoelace area of a ring of points.
      def ring_area(points)
        points.each_cons(2).sum { |(x0, y0), (x1, y1)| ((x0 * y1) - (x1 * y0)) / 2 }.abs
      end

      def geometry(loop)
        ring = loop.polygon
        ring += [ring.first]
        Geos::WkbReader.new.read([1, 3, 1, ring.size, *ring.flatten].pack("CL<L<L<E#{ring.size * 2}"))
      end

      def polygons(geometry)
        geometry.is_a?(Geos::GeometryCollection) ? geometry.to_a.flat_map { |part| polygons(part) } : [geometry].grep(Geos::Polygon).reject(&:empty?)
      end

      # Ring coordinates from its WKB: byte order, type, count, then pairs.
      def points(ring)
        line = Geos.create_line_string(ring.coord_seq)
        Geos::WkbWriter.new.write(line).unpack('x9E*').each_slice(2).to_a
      end
    end
  end
end
