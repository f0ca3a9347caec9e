# frozen_string_literal: true

module VastLattice
  module Geometry
    # A flat face of a solid: a Profile in the plane of a Frame whose n points out of the material.
    class Face
      attr_reader :frame, :profile, :owner

      # The face on the far side of a plane.
      def self.flipped(frame, profile, owner: nil)
        back = frame.flip
        inners = profile.inners.map { |loop| frame.carry(loop, back) }
        new(back, Profile.new(frame.carry(profile.outer, back), inners), owner: owner)
      end

      def initialize(frame, profile, owner: nil)
        @frame = frame
        @profile = profile
        @owner = owner
      end

      def bounds = @bounds ||= Bounds.of_box(frame, profile.box)
      def normal = frame.n
      def area = profile.area
      def without(holes) = Face.new(frame, profile.without(holes), owner: owner)

      # Itself as a Facet, arcs with +count+ chords to a turn.
      def facets(count)
        rings = profile.loops.map { |loop| loop.facet_runs(count).map { |x, y, _| frame.point(x, y) } }
        [Facet.new(normal, rings, rings.flat_map { |ring| [*ring, ring.first].each_cons(2).to_a }, owner)]
      end
    end
  end
end
