# frozen_string_literal: true

module VastLattice
  module Geometry
    # A solid as triangles and edges for a 3D view, in the family's frame, or in another one: one group per feature, and one for the
    # workpiece itself. Coordinates are mm, rounded to thousandths. The triangles close: each edge is there twice, in opposite ways.
    class Mesh
      # Chords to a full turn: as many as where surfaces are cut, so that they meet.
      CHORDS = Surface::FACETS
      # A piece of the surface: its Facet, its rings of points as they were and as they are sewn.
      Patch = Struct.new(:facet, :rings, :sewn)
      private_constant :Patch

      def initialize(solid, frame: solid.frame)
        @solid = solid
        @frame = frame
      end

      # [{'feature' => name or nil, 'positions' => [x, y, z, …] of triangles, 'normals' => [x, y, z, …]}, …]
      def groups
        patches.group_by { |patch| patch.facet.owner }.map do |owner, own|
          pairs = own.flat_map { |patch| triangles(patch) }
          { 'feature' => owner, 'positions' => pairs.flat_map(&:first), 'normals' => pairs.flat_map { |_, normal| rounded(normal) } }
        end
      end

      # Ends of the sharp edges: [x, y, z, x, y, z, …], each edge once.
      def edges
        facets.flat_map(&:edges).map { |edge| edge.map { |point| rounded(point) }.sort }.uniq.flatten
      end

      private

      # Those that have a plane: of sizes beyond what numbers tell apart, some have none.
      def facets
        @facets ||= affordable(@solid.surface.flat_map { |face| face.facets(CHORDS) })
                    .map { |facet| facet.within(@frame) }.reject { |facet| facet.normal.any?(Undefined) }
      end

      # Joining them is not begun where filling them would be too much.
      def affordable(facets)
        Work.need(facets.sum { |facet| Planar.filling(facet.rings.sum(&:size)) })
        facets
      end

      def patches
        return @patches if @patches

        sewing = Sewing.new(facets.map(&:rings))
        whole = facets.zip(sewing.surface).filter_map do |facet, rings|
          outer, *holes = rings
          Patch.new(facet, facet.rings, [outer, *holes.select { |ring| ring.size > 2 }]) if outer.size > 2
        end
        @patches = whole + sewing.splinters.map { |ring, number| splinter(ring, facets[number]) }
      end

      # What has next to no width looks like what is beside it.
      def splinter(ring, facet) = [ring].then { |rings| Patch.new(Facet.new(facet.normal, rings, [], facet.owner), rings, rings) }

      def rounded(point) = point.map { |part| part.round(3) }

      # Corners of triangles, each with the normal there: [[point, normal], …].
      def triangles(patch)
        return fan(patch) if patch.rings.equal?(patch.sewn) || plain?(patch)

        frame = patch.facet.frame
        flat = patch.sewn.map { |ring| ring.map { |point| frame.local(point).first(2) } }
        points = patch.sewn.flatten(1)
        numbers(flat).map { |number| [points[number], patch.facet.normal] }
      end

      # Numbers of the corners of triangles: by GEOS, unless that leaves out an edge.
      def numbers(rings)
        places = rings.flatten(1).each_with_index.to_h
        found = Planar.triangles(Planar.polygon(rings.first, rings.drop(1))).map { |ring| ring.map { |place| places[place] } }
        (bounded?(rings, places, found) ? found : Ears.new(rings).triangles).flatten
      end

      def bounded?(rings, places, triangles)
        edges = triangles.flat_map { |one, two, three| [[one, two], [two, three], [three, one]] }.tally
        triangles.flatten.none?(&:nil?) && rings.all? do |ring|
          ring.each_index.all? do |at|
            edges[[places[ring[at - 1]], places[ring[at]]]] == 1
          end
        end
      end

      def plain?(patch) = patch.sewn.one? && patch.rings.first.size <= 4 && patch.sewn.first.size == patch.rings.first.size

      # Of three or four points; on soft edges the normal lies between those of both sides, so that round surfaces look
      # round.
      def fan(patch)
        corners = patch.rings.first.map { |point| normal_at(patch.facet, point) }
        first, *rest = patch.sewn.first.zip(corners)
        rest.each_cons(2).flat_map { |second, third| [first, second, third] }
      end

      def normal_at(facet, point)
        side = facet.soft.find { |from, till, _| [from, till].any? { |corner| Vector.length(Vector.minus(corner, point)) < 1e-9 } }
        between = Vector.add(facet.normal, side[2]) if side
        between && Vector.length(between).positive? ? Vector.unit(between) : facet.normal
      end
    end
  end
end
