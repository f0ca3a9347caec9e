# frozen_string_literal: true

module VastLattice
  module Geometry
    # Round bodies about one axis: their sections are rings, of which radii say all. No area has to be worked out for holes along the
    # axis of turned parts.
    class Coaxial
      # How far an axis may be off, mm.
      SAME = 1e-9

      # The Coaxial of the bodies of a blank and of steps [operation, body], or nil where one of them is not round about the same axis.
      def self.of(blank, steps)
        first = blank.first || steps.first&.last
        return unless first

        found = new(first.frame.origin, first.axis, blank, steps)
        found if found.possible?
      end

      def initialize(origin, axis, blank, steps)
        @axis = axis
        @foot = Vector.minus(origin, Vector.scale(axis, Vector.dot(origin, axis)))
        @blank = blank
        @steps = steps
      end

      def possible? = (@blank + @steps.map(&:last)).all? { |body| round?(body) }

      # [area of all, area of the blank alone, the point of the axis] at a height along the axis.
      def at(height)
        before = @blank.filter_map { |body| radii(body, height) }.reduce([]) { |rings, ring| with(rings, ring) }
        after = @steps.reduce(before) do |rings, (operation, body)|
          ring = radii(body, height) or next rings
          operation == :add ? with(rings, ring) : without(rings, ring)
        end
        [area(after), area(before), Vector.add(@foot, Vector.scale(@axis, height))]
      end

      private

      def round?(body)
        return false unless Vector.dot(body.axis, @axis).abs > 1 - SAME && !centre(body).nil?

        away = Vector.minus(centre(body), @foot)
        Vector.length(Vector.minus(away, Vector.scale(@axis, Vector.dot(away, @axis)))) < 1e-6
      end

      # A point of its axis; nil for what is not round.
      def centre(body)
        return body.frame.origin if body.is_a?(Ring)

        circles = body.profile.loops.map(&:circle)
        return if circles.any?(&:nil?) || circles.map { |x, y, _| [x.round(6), y.round(6)] }.uniq.size > 1

        body.frame.point(*circles.first.first(2))
      end

      # [inner, outer] radius of a body at a height, or nil.
      def radii(body, height)
        at = (height - Vector.dot(body.frame.origin, @axis)) * Vector.dot(body.axis, @axis)
        return unless at > body.low && at < body.high
        return [body.profile.inners.first&.circle&.last || 0.0, body.profile.outer.circle.last] unless body.is_a?(Ring)

        share = (at - body.low) / (body.high - body.low)
        [body.inner, body.outer].map { |from, till| from + ((till - from) * share) }
      end

      # Rings, none of which meets another, with one more, or without what one takes.
      def with(rings, ring)
        apart, met = rings.partition { |from, till| till < ring[0] || from > ring[1] }
        apart + [[[*met.map(&:first), ring[0]].min, [*met.map(&:last), ring[1]].max]]
      end

      def without(rings, (from, till))
        rings.flat_map { |low, high| [[low, [high, from].min], [[low, till].max, high]] }.select { |low, high| high > low }
      end

      def area(rings) = rings.sum { |from, till| Math::PI * ((till**2) - (from**2)) }
    end
  end
end
