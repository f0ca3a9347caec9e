# frozen_string_literal: true

module VastLattice
  module Geometry
    # A body of revolution about its Frame's n from +low+ to +high+ (mm): outer radius from +outer+[0] to
    # +outer+[1], bored from +inner+[0] to +inner+[1]. Cylinders, cones and tubes.
    class Ring
      # A circle of radius 1 as a polygon of the same area.
      ROUND = Loop.circle(2.0).polygon.freeze

      attr_reader :frame, :low, :high, :outer, :inner

      # With +facets+, it is the many-sided body whose corners lie on the round one.
      def initialize(frame, low, high, outer, inner = [0.0, 0.0], facets: nil)
        @facets = facets
        @frame = frame
        @low = low
        @high = high
        @outer = outer
        @inner = inner
      end

      def axis = frame.n
      def bounds = @bounds ||= Bounds.of_box(frame, Loop.circle(outer.max * 2).box, low, high)
      def height = high - low
      def faceted(count) = Ring.new(frame, low, high, outer, inner, facets: count)

      # Frustum of a cone: V = πh/3 (R² + Rr + r²).
      def volume = cone(*outer) - cone(*inner)

      def centroid
        moment = cone_moment(*outer) - cone_moment(*inner)
        frame.point(0, 0, low + (moment / volume))
      end

      # As Prism#section.
      def section(plane)
        tilt = Vector.dot(plane.n, axis)
        return across(plane) if tilt.abs > 1 - 1e-9

        Planar.minus(oblique(plane, outer), inner.any?(&:positive?) ? oblique(plane, inner) : nil)
      end

      def constant?(direction) = frame.parallel?(direction) && [outer, inner].all? { |from, till| from == till }

      # As Prism#turns.
      def turns(direction)
        rise = Vector.dot(axis, direction)
        start = Vector.dot(frame.origin, direction)
        flat = Math.sqrt([1 - (rise**2), 0].max)
        [low, high].each_with_index.flat_map do |height, at|
          base = start + (height * rise)
          [base, *[outer[at], inner[at]].flat_map { |radius| [base - (radius * flat), base + (radius * flat)] }]
        end
      end

      # The curved surfaces; flat ends are the business of whoever joins rings.
      def strips(owner = nil)
        [Cone.new(frame, low, high, outer, owner: owner),
         *(Cone.new(frame, low, high, inner, owner: owner, inward: true) if inner.any?(&:positive?))]
      end

      def faces(owner = nil)
        [*strips(owner), end_face(high, outer[1], inner[1], owner, false), end_face(low, outer[0], inner[0], owner, true)].compact
      end

      private

      def end_face(height, outside, inside, owner, flipped)
        return unless outside > inside

        profile = Profile.new(Loop.circle(outside * 2), inside.positive? ? [Loop.circle(inside * 2)] : [])
        place = frame.move(0, 0, height)
        flipped ? Face.flipped(place, profile, owner: owner) : Face.new(place, profile, owner: owner)
      end

      def cone(from, till) = Math::PI * height / 3 * ((from**2) + (from * till) + (till**2))

      # First moment of a frustum about its lower end.
      def cone_moment(from, till) = Math::PI * (height**2) / 12 * ((from**2) + (2 * from * till) + (3 * (till**2)))

      def radius_at(radii, at) = radii[0] + ((radii[1] - radii[0]) * (at - low) / height)

      def across(plane)
        x, y, at = plane.local(frame.origin).first(2) + [Vector.dot(Vector.minus(plane.origin, frame.origin), axis)]
        return unless at > low && at < high

        return Planar.minus(polygon_at(plane, at, outer), polygon_at(plane, at, inner)) if @facets

        Planar.minus(disc(x, y, radius_at(outer, at)), disc(x, y, radius_at(inner, at)))
      end

      def disc(x, y, radius) = radius > 1e-9 ? Planar.polygon(ROUND.map { |over, up| [x + (over * radius), y + (up * radius)] }) : nil

      def polygon_at(plane, at, radii)
        radius = radius_at(radii, at)
        radius > 1e-9 ? Planar.polygon(frame.onto(plane, circle.map { |x, y| [x * radius, y * radius] }, at)) : nil
      end

      # Points of the unit circle.
      def circle
        return ROUND unless @facets

        Array.new(@facets) { |index| (2 * Math::PI * index / @facets).then { |angle| [Math.cos(angle), Math.sin(angle)] } }
      end

      # Where the plane cuts the edges of a many-sided cone; its sections are convex.
      def oblique(plane, radii)
        rings = [low, high].zip(radii).map { |at, radius| circle.map { |x, y| plane.local(frame.point(x * radius, y * radius, at)) } }
        sides = rings.transpose + rings.flat_map { |points| [*points, points.first].each_cons(2).to_a }
        Planar.hull(sides.filter_map { |from, till| crossing(from, till) })
      end

      def crossing(from, till)
        return unless from[2].negative? ^ till[2].negative?

        part = from[2] / (from[2] - till[2])
        [from[0] + ((till[0] - from[0]) * part), from[1] + ((till[1] - from[1]) * part)]
      end
    end
  end
end
