# frozen_string_literal: true

module VastLattice
  module Geometry
    # A box that stands askew: the Box of a frame's plane between two heights. It answers whether it shares
    # space with another, by the theorem of separating axes.
    class Slab
      # Less than this is touching, mm.
      TOUCHING = 1e-3

      attr_reader :frame, :corners

      def initialize(frame, box, low, high)
        @frame = frame
        @corners = [box.left, box.right].product([box.bottom, box.top], [low, high]).map { |x, y, height| frame.point(x, y, height) }
      end

      def meets?(other)
        own = [frame.u, frame.v, frame.n]
        theirs = [other.frame.u, other.frame.v, other.frame.n]
        crossed = own.product(theirs).map { |one, two| Vector.cross(one, two) }.reject { |axis| Vector.length(axis) < 1e-9 }
        [*own, *theirs, *crossed.map { |axis| Vector.unit(axis) }].none? { |axis| apart?(other, axis) }
      end

      private

      def apart?(other, axis)
        low, high = corners.map { |corner| Vector.dot(corner, axis) }.minmax
        other_low, other_high = other.corners.map { |corner| Vector.dot(corner, axis) }.minmax
        [high, other_high].min - [low, other_low].max < TOUCHING
      end
    end
  end
end
