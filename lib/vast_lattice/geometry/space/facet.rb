# frozen_string_literal: true

module VastLattice
  module Geometry
    # A flat piece of a surface in space: its outward +normal+, its +rings+ of points (the outer one first), the
    # sharp +edges+ [from, till] that are always drawn, the +soft+ ones [from, till, normal beyond] that are drawn
    # only where the surface turns away from the eye, and the name of the feature that made it.
    class Facet
      attr_reader :normal, :rings, :edges, :soft, :owner

      def initialize(normal, rings, edges, owner, soft = [])
        @normal = normal
        @rings = rings
        @edges = edges
        @soft = soft
        @owner = owner
      end

      def facets(_count) = [self]
      def points = rings.first
      def bounds = @bounds ||= Bounds.of(rings.first)

      def within(frame)
        moved = ->(point) { frame.point(*point) }
        Facet.new(frame.direction(normal), rings.map { |ring| ring.map(&moved) }, edges.map { |edge| edge.map(&moved) }, owner,
                  soft.map { |from, till, beyond| [moved.call(from), moved.call(till), frame.direction(beyond)] })
      end

      # mm2.
      def area = rings.each_with_index.sum { |ring, index| ring_area(ring) * (index.zero? ? 1 : -1) }

      # A frame in its plane, along the way to the point that is farthest from the first: the next one may be the same.
      def frame
        first = rings.first.first
        across = Vector.unit(rings.first.map { |point| Vector.minus(point, first) }.max_by { |way| Vector.length(way) })
        Frame.new(first, across, Vector.cross(normal, across), normal)
      end

      private

      def ring_area(ring)
        start = ring.first
        sum = ring.drop(1).each_cons(2).reduce([0.0, 0.0, 0.0]) do |total, (one, two)|
          Vector.add(total, Vector.cross(Vector.minus(one, start), Vector.minus(two, start)))
        end
        Vector.length(sum) / 2
      end
    end
  end
end
