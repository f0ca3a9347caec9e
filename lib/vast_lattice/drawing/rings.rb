# frozen_string_literal: true

module VastLattice
  module Drawing
    # Rings of points in a plane: what lies within, and what two of them share.
    module Rings
      module_function

      # Whether a point lies within (crossings of a ray).
      def inside?(ring, at_x, at_y)
        within = false
        from_x, from_y = ring.last
        ring.each do |x, y|
          within = !within if (y > at_y) != (from_y > at_y) && at_x < x + ((from_x - x) * (at_y - y) / (from_y - y))
          from_x = x
          from_y = y
        end
        within
      end

      # The middle of what a convex ring shares with another one, or nil.
      def shared(ring, other)
        sides = area(other).negative? ? other.reverse : other
        left = sides.each_index.reduce(ring) { |kept, at| kept.size < 3 ? kept : clipped(kept, sides[at - 1], sides[at]) }
        left.size < 3 || area(left).abs < 1e-3 ? nil : middle(left)
      end

      # Points within a convex ring: its middle, and some between that and its corners.
      def samples(ring)
        x, y = middle(ring)
        [[x, y], *ring.map { |at_x, at_y| [(x + at_x) / 2, (y + at_y) / 2] }, *ring.map do |at_x, at_y|
          [(x * 0.05) + (at_x * 0.95), (y * 0.05) + (at_y * 0.95)]
        end]
      end

      # What of a ring lies to the left of a line.
      def clipped(ring, from, till)
        across = till[0] - from[0]
        upwards = till[1] - from[1]
        half(ring, ring.map { |x, y| (across * (y - from[1])) - (upwards * (x - from[0])) })
      end

      # What of a ring is where the +heights+ of its points are not below zero.
      def half(ring, heights)
        ring.each_index.flat_map do |at|
          before = heights[at - 1]
          here = heights[at]
          crossing = before * here < -1e-12 ? [between(ring[at - 1], ring[at], before / (before - here))] : []
          here >= 0 ? [*crossing, ring[at]] : crossing
        end
      end

      def between(from, till, share) = [from[0] + ((till[0] - from[0]) * share), from[1] + ((till[1] - from[1]) * share)]
      def middle(ring) = [ring.sum(&:first) / ring.size, ring.sum(&:last) / ring.size]
      def area(ring) = ring.each_index.sum { |at| (ring[at - 1][0] * ring[at][1]) - (ring[at][0] * ring[at - 1][1]) } / 2
    end
  end
end
