# frozen_string_literal: true

require 'ffi-geos'

module VastLattice
  module Geometry
    # Areas of a plane by GEOS, for what meets or crosses. Arcs become polygons of the same area; rings travel
    # as WKB, which is quicker than point by point. An area is a GEOS geometry, or nil where there is nothing.
    module Planar
      # What GEOS raises where it gives up.
      Failed = Geos::GEOSException
      # Smaller areas are left over by rounding (mm2).
      NOTHING = 1e-7
      # Points nearer than this are one where an area is cut into triangles (mm).
      TIDY = 1e-4

      # GEOS needs time by the square of the points for triangles: twice as much as for areas at so many points.
      CROWDED = 3000

      module_function

      # The area within a ring of points, less holes.
      def polygon(ring, holes = [])
        Work.take(ring.size)
        rings = [ring, *holes].map { |points| [points.size + 1, *points.flatten, *points.first] }
        packed = rings.map { |size, *numbers| [size].pack('L<') + numbers.pack('E*') }.join
        Geos::WkbReader.new.read([1, 3, rings.size].pack('CL<L<') + packed)
      end

      # The area of a Loop.
      def of(loop) = polygon(loop.polygon)

      # Whether a loop does not cross itself.
      def valid?(loop) = of(loop).valid?

      # Everything in a list of areas.
      def union(areas)
        found = areas.compact
        return found.first if found.size < 2

        Work.take(found.sum(&:num_coordinates))
        Geos.create_geometry_collection(found).unary_union
      end

      def minus(area, other)
        area && other ? something(overlay(area, other, :difference)) : area
      end

      def both(area, other)
        area && other ? something(overlay(area, other, :intersection)) : nil
      end

      # GEOS gives up on areas that touch in very narrow places: these are tidied first.
      def overlay(area, other, how)
        Work.take(area.num_coordinates + other.num_coordinates)
        area.public_send(how, other)
      rescue Geos::GEOSException
        area.buffer(0).public_send(how, other.buffer(0))
      end

      def something(area) = area.area > NOTHING ? area : nil

      # mm2; nothing has none.
      def size(area) = area ? area.area : 0.0

      # Centroid [x, y].
      def centroid(area) = area.centroid.then { |point| [point.x, point.y] }

      # Rings of an area: [[outer points, [hole points, …]], …], all counter-clockwise.
      def rings(area)
        return [] unless area

        Wkb.polygons(Geos::WkbWriter.new.write(area)).map { |outer, holes| [turned(outer), holes.map { |hole| turned(hole) }] }
      end

      # Triangles of three points that fill an area. GEOS gives up on rings with points that nearly coincide: these are
      # tidied first, by less than anybody sees.
      def triangles(area)
        Work.take(filling(area.num_coordinates))
        rings(area.constrained_delaunay_triangulation).map(&:first)
      rescue Geos::GEOSException
        tidy = area.topology_preserve_simplify(TIDY).buffer(0)
        tidy.empty? ? [] : rings(tidy.constrained_delaunay_triangulation).map(&:first)
      end

      # The Work that triangles of an area with so many points take.
      def filling(points) = points + (points * points / CROWDED)

      # :inside, :crosses or :outside, of +loop+ against +outline+.
      def relation(outline, loop)
        whole = of(outline)
        piece = of(loop)
        return :inside if whole.contains?(piece) && !whole.boundary.intersects?(piece)

        whole.intersects?(piece) && whole.intersection(piece).area > NOTHING ? :crosses : :outside
      end

      # Whether two loops share an area.
      def overlap?(one, other) = of(one).intersection(of(other)).area > NOTHING

      # The convex area around points.
      def hull(points)
        return if points.size < 3

        hull = Geos::WkbReader.new.read([1, 4, points.size].pack('CL<L<') + points.map { |x, y|
          [1, 1, x, y].pack('CL<EE')
        }.join).convex_hull
        hull.is_a?(Geos::Polygon) ? something(hull) : nil
      end

      def turned(points) = clockwise?(points) ? points.reverse : points

      def clockwise?(points)
        [*points, points.first].each_cons(2).sum { |(x0, y0), (x1, y1)| (x0 * y1) - (x1 * y0) }.negative?
      end
    end
  end
end
