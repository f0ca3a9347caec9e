# frozen_string_literal: true

module VastLattice
  module Geometry
    # A body: a Profile in a Frame's plane, from +low+ to +high+ (mm) along the frame's n. +open+ lists edges of
    # the outer loop at which other material continues, so that there is no surface.
    class Prism
      attr_reader :frame, :profile, :low, :high, :open

      def initialize(frame, profile, low, high, open: [])
        @frame = frame
        @profile = profile
        @low = low
        @high = high
        @open = open
      end

      def axis = frame.n
      def bounds = @bounds ||= Bounds.of_box(frame, profile.box, low, high)
      def volume = profile.area * (high - low)
      def centroid = frame.point(*profile.centroid, (low + high) / 2)

      # The same with arcs as +count+ chords to a turn.
      def faceted(count)
        loops = profile.loops.map { |loop| loop.faceted(count) }
        Prism.new(frame, Profile.new(loops.first, loops.drop(1)), low, high)
      end

      # The area in which the plane of +plane+ (a Frame) cuts this body, in that frame; nil where it does not.
      def section(plane)
        tilt = Vector.dot(plane.n, axis)
        return across(plane) if tilt.abs > 1 - 1e-9

        tilt.abs < 1e-9 ? lengthwise(plane) : oblique(plane)
      end

      # Whether all sections across a direction are the same.
      def constant?(direction) = frame.parallel?(direction)

      # Heights along a direction between which sections change smoothly.
      def turns(direction)
        a, b, rise = [frame.u, frame.v, axis].map { |own| Vector.dot(own, direction) }
        start = Vector.dot(frame.origin, direction)
        return [start + (low * rise), start + (high * rise)] if rise.abs > 1 - 1e-9

        flat = Math.hypot(a, b)
        reaches = profile.loops.flat_map { |loop| loop.reaches(a / flat, b / flat) }.uniq { |reach| reach.round(7) }
        [low, high].product(reaches).map { |height, reach| start + (height * rise) + (reach * flat) }
      end

      # Faces and Strips of the surface; +owner+ is the name of the feature that made it.
      def faces(owner = nil)
        top = Face.new(frame.move(0, 0, high), profile, owner: owner)
        bottom = Face.flipped(frame.move(0, 0, low), profile, owner: owner)
        [top, bottom, *strips(owner)]
      end

      def strips(owner = nil)
        [Strip.new(frame, profile.outer, low, high, owner: owner, open: open),
         *profile.inners.map { |loop| Strip.new(frame, loop, low, high, owner: owner, inward: true) }]
      end

      private

      def across(plane)
        height = Vector.dot(Vector.minus(plane.origin, frame.origin), axis)
        return unless height > low && height < high

        rings = profile.loops.map { |loop| frame.onto(plane, loop.polygon, height) }
        Planar.polygon(rings.first, rings.drop(1))
      end

      # The plane holds the axis' direction: strips along it.
      def lengthwise(plane)
        a = Vector.dot(plane.n, frame.u)
        b = Vector.dot(plane.n, frame.v)
        c = Vector.dot(Vector.minus(plane.origin, frame.origin), plane.n)
        strips = profile.intervals(a, b, c).map do |from, till|
          corners = [[from, low], [till, low], [till, high], [from, high]].map do |along, height|
            [(c * a) - (along * b), (c * b) + (along * a), height]
          end
          Planar.polygon(corners.map { |corner| plane.local(frame.point(*corner)).first(2) })
        end
        Planar.union(strips)
      end

      # Height of the plane over x, y is linear: start + a·x + b·y. The profile between low and high, seen from the plane.
      def oblique(plane)
        start, a, b = slant(plane)
        part = Planar.both(profile.polygon, band(a, b, low - start, high - start)) or return
        Planar.union(Planar.rings(part).map do |outer, holes|
          lifted = [outer, *holes].map { |ring| lifted(ring, plane) { |x, y| start + (a * x) + (b * y) } }
          Planar.polygon(lifted.first, lifted.drop(1))
        end)
      end

      def slant(plane)
        rise = Vector.dot(plane.n, axis)
        [Vector.dot(Vector.minus(plane.origin, frame.origin), plane.n), -Vector.dot(plane.n, frame.u), -Vector.dot(plane.n, frame.v)]
          .map { |part| part / rise }
      end

      # Points at the heights that the block gives, in the plane.
      def lifted(ring, plane) = ring.map { |x, y| plane.local(frame.point(x, y, yield(x, y))).first(2) }

      # The x, y with from < a·x + b·y < till, as far as the profile reaches.
      def band(a, b, from, till)
        steep = Math.hypot(a, b)
        across = [a / steep, b / steep]
        box = profile.box
        wide = box.width + box.height + box.left.abs + box.bottom.abs
        corners = [[from, -wide], [till, -wide], [till, wide], [from, wide]]
        Planar.polygon(corners.map do |reach, along|
          [(across[0] * reach / steep) - (across[1] * along), (across[1] * reach / steep) + (across[0] * along)]
        end)
      end
    end
  end
end
