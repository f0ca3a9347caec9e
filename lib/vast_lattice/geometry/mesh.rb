# frozen_string_literal: true

module VastLattice
  module Geometry
    # A solid as triangles and edges for a 3D view, in the family's frame: one group per feature, and one for the
    # workpiece itself. Coordinates are mm, rounded to thousandths.
    class Mesh
      # Chords to a full turn.
      CHORDS = 40

      def initialize(solid)
        @solid = solid
      end

      # [{'feature' => name or nil, 'positions' => [x, y, z, …] of triangles, 'normals' => [x, y, z, …]}, …]
      def groups
        facets.group_by(&:owner).map do |owner, own|
          pairs = own.flat_map { |facet| triangles(facet) }
          { 'feature' => owner, 'positions' => pairs.flat_map { |point, _| rounded(point) }, 'normals' => pairs.flat_map do |_, normal|
            rounded(normal)
          end }
        end
      end

      # Ends of the sharp edges: [x, y, z, x, y, z, …], each edge once.
      def edges
        facets.flat_map(&:edges).map { |edge| edge.map { |point| rounded(point) }.sort }.uniq.flatten
      end

      private

      # Those that have a plane: of sizes beyond what numbers tell apart, some have none.
      def facets
        @facets ||= @solid.surface.flat_map { |face| face.facets(CHORDS) }.map { |facet| facet.within(@solid.frame) }
                          .reject { |facet| facet.normal.any?(&:nan?) }
      end

      def rounded(point) = point.map { |part| part.round(3) }

      # Corners of triangles, each with the normal there: [[point, normal], …].
      def triangles(facet)
        return fan(facet) if facet.rings.size == 1 && facet.points.size <= 4

        frame = facet.frame
        flat = facet.rings.map { |ring| ring.map { |point| frame.local(point).first(2) } }
        Planar.triangles(Planar.polygon(flat.first, flat.drop(1))).flat_map { |ring| ring.map { |x, y| [frame.point(x, y), facet.normal] } }
      end

      # Of three or four points; on soft edges the normal lies between those of both sides, so that round surfaces look
      # round.
      def fan(facet)
        first, *rest = facet.points.map { |point| [point, normal_at(facet, point)] }
        rest.each_cons(2).flat_map { |second, third| [first, second, third] }
      end

      def normal_at(facet, point)
        side = facet.soft.find { |from, till, _| [from, till].any? { |corner| Vector.length(Vector.minus(corner, point)) < 1e-9 } }
        side ? Vector.unit(Vector.add(facet.normal, side[2])) : facet.normal
      end
    end
  end
end
