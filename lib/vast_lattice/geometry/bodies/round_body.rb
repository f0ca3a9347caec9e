# frozen_string_literal: true

module VastLattice
  module Geometry
    # A round prism, for quick looks: whether a small flat piece of a surface lies wholly within it or wholly apart from
    # it. Most pieces of rows of holes that run into each other do one or the other, and need not be cut.
    class RoundBody
      # How far from the circle a piece must be, as part of the radius: polygons of the same area as the circle, by
      # Surface::FACETS chords, reach less far from it.
      MARGIN = 0.002
      FLAT = 1e-6

      # The one for a body; nil if that is no whole round prism.
      def self.of(body)
        circle = body.profile.outer.circle if body.is_a?(Prism) && body.profile.inners.empty?
        circle && new(body, *circle)
      end

      def initialize(body, x, y, radius)
        @body = body
        @x = x
        @y = y
        @least = radius * (1 - MARGIN)
        @most = radius * (1 + MARGIN)
      end

      # Whether all of a Facet is inside.
      def holds?(facet)
        facet.points.all? do |point|
          x, y, height = @body.frame.local(point)
          height.between?(@body.low - FLAT, @body.high + FLAT) && Math.hypot(x - @x, y - @y) <= @least
        end
      end

      # Whether a Facet along the axis is wholly outside.
      def apart?(facet)
        return false unless Vector.dot(facet.normal, @body.axis).abs < FLAT

        line = facet.points.map { |point| @body.frame.local(point).then { |x, y, _| [x - @x, y - @y] } }
        [*line, line.first].each_cons(2).all? { |from, till| distance(from, till) >= @most }
      end

      private

      # From the centre to a stretch between two points.
      def distance(from, till)
        over = [till[0] - from[0], till[1] - from[1]]
        length = (over[0]**2) + (over[1]**2)
        share = length < 1e-12 ? 0.0 : (-((from[0] * over[0]) + (from[1] * over[1])) / length).clamp(0.0, 1.0)
        Math.hypot(from[0] + (share * over[0]), from[1] + (share * over[1]))
      end
    end
  end
end
