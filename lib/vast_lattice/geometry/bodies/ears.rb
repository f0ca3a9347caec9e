# frozen_string_literal: true

module VastLattice
  module Geometry
    # Cuts an outline with holes into triangles, ear by ear, by its points alone: every edge of the outline is an edge of just one
    # triangle, also where it touches itself or runs back along itself, and where a careful method gives up or leaves points out.
    class Ears
      # +rings+ of points [x, y]: the outer one counter-clockwise, holes clockwise.
      def initialize(rings)
        @points = rings.flatten(1)
        numbers = rings.map(&:size).reduce([0]) do |starts, size|
          [*starts, starts.last + size]
        end.each_cons(2).map { |from, till| (from...till).to_a }
        @ring = numbers.drop(1).reduce(numbers.first) { |outer, hole| bridged(outer, hole) }
      end

      # Numbers of points, three for each triangle.
      def triangles
        ring = @ring
        found = []
        while ring.size > 3
          at = ring.each_index.find { |index| ear?(ring, index) } || ring.each_index.max_by { |index| turn(*corner(ring, index)) }
          found << corner(ring, at)
          ring = ring.reject.with_index { |_, index| index == at }
        end
        [*found, ring]
      end

      private

      # One ring around both: there and back between the two points that are nearest.
      def bridged(outer, hole)
        here, there = outer.each_index.to_a.product(hole.each_index.to_a).min_by { |one, other| apart(outer[one], hole[other]) }
        [*outer[0..here], *hole.rotate(there), hole[there], *outer[here..]]
      end

      def apart(one, other) = Math.hypot(@points[one][0] - @points[other][0], @points[one][1] - @points[other][1])
      def corner(ring, at) = [ring[at - 1], ring[at], ring[(at + 1) % ring.size]]

      # Twice the area of a triangle.
      def turn(one, two, three)
        (x0, y0), (x1, y1), (x2, y2) = @points.values_at(one, two, three)
        ((x1 - x0) * (y2 - y0)) - ((x2 - x0) * (y1 - y0))
      end

      def ear?(ring, at)
        own = corner(ring, at)
        turn(*own).positive? && ring.none? { |number| !own.include?(number) && within?(number, *own) }
      end

      def within?(number, one, two, three) = turn(one, two, number) >= 0 && turn(two, three, number) >= 0 && turn(three, one, number) >= 0
    end
  end
end
