# frozen_string_literal: true

module VastLattice
  module Geometry
    # A flat face of a solid: a Profile in the plane of a Frame whose n points out of the material. +smooth+ lists the edges of
    # its outline at which the surface goes on without a corner, as into the rounding of a bar: no line is drawn there.
    class Face
      attr_reader :frame, :profile, :owner, :smooth

      # The face on the far side of a plane.
      def self.flipped(frame, profile, owner: nil)
        back = frame.flip
        inners = profile.inners.map { |loop| frame.carry(loop, back) }
        new(back, Profile.new(frame.carry(profile.outer, back), inners), owner: owner)
      end

      def initialize(frame, profile, owner: nil, smooth: [])
        @frame = frame
        @profile = profile
        @owner = owner
        @smooth = smooth
      end

      def bounds = @bounds ||= Bounds.of_box(frame, profile.box)
      def normal = frame.n
      def area = profile.area
      def without(holes) = Face.new(frame, profile.without(holes), owner: owner, smooth: smooth)

      # The edges of its outline with a corner, as pairs of points in space.
      def sharp = profile.outer.edges.each_with_index.filter_map { |edge, index| ends(edge) unless smooth.include?(index) }

      # Itself as a Facet, arcs with +count+ chords to a turn.
      def facets(count)
        outer, *inner = profile.loops.map { |loop| loop.facet_runs(count).map { |x, y, _| frame.point(x, y) } }
        edges = (smooth.empty? ? around(outer) : sharp) + inner.flat_map { |ring| around(ring) }
        [Facet.new(normal, [outer, *inner], edges, owner, smooth.map { |index| [*ends(profile.outer.edges[index]), normal] })]
      end

      private

      def around(ring) = [*ring, ring.first].each_cons(2).to_a
      def ends(edge) = [frame.point(*edge[0, 2]), frame.point(*edge[2, 2])]
    end
  end
end
