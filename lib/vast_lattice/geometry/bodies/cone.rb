# frozen_string_literal: true

module VastLattice
  module Geometry
    # The curved side of a body of revolution: radius +radii+[0] at +low+ to +radii+[1] at +high+.
    class Cone
      attr_reader :frame, :low, :high, :radii, :owner, :inward

      def initialize(frame, low, high, radii, owner: nil, inward: false)
        @frame = frame
        @low = low
        @high = high
        @radii = radii
        @owner = owner
        @inward = inward
      end

      def axis = frame.n

      # Lateral area of a frustum: π (R + r) times its slant height.
      def area = Math::PI * radii.sum * Math.hypot(high - low, radii[1] - radii[0])

      def bounds = @bounds ||= Bounds.of_box(frame, Loop.circle(radii.max * 2).box, low, high)

      def facets(count)
        normals = Array.new(count) { |index| normal((index + 0.5) * 2 * Math::PI / count, count) }
        Array.new(count) { |index| facet(index, count, normals) }
      end

      private

      # Of a side of the many-sided cone, whose middle lies a little further in.
      def normal(angle, count)
        slope = (radii[0] - radii[1]) * Math.cos(Math::PI / count) / (high - low)
        out = Vector.unit(frame.direction([Math.cos(angle), Math.sin(angle), slope]))
        inward ? Vector.scale(out, -1) : out
      end

      def facet(index, count, normals)
        (low_from, high_from), (low_till, high_till) = [index, index + 1].map { |at| side((at % count) * 2 * Math::PI / count) }
        ring = [low_from, low_till, high_till, high_from]
        edges = [[low_from, low_till], [high_from, high_till]].select { |from, till| Vector.length(Vector.minus(from, till)) > 1e-9 }
        soft = [[low_from, high_from, normals[index - 1]], [low_till, high_till, normals[(index + 1) % count]]]
        Facet.new(normals[index], [pointed(inward ? ring.reverse : ring)], edges, owner, soft)
      end

      # Both ends of a line on the surface.
      def side(angle)
        [[low, radii[0]], [high, radii[1]]].map { |height, radius| frame.point(Math.cos(angle) * radius, Math.sin(angle) * radius, height) }
      end

      # At the tip of a cone two corners are one.
      def pointed(ring)
        ring.each_with_index.reject { |point, index| Vector.length(Vector.minus(point, ring[index - 1])) < 1e-9 }.map(&:first)
      end
    end
  end
end
