# frozen_string_literal: true

module VastLattice
  module Geometry
    module Ruling
      # A flat side of a body, ruled by lines along +along+: at a place +t+ across them. +normal+ points out of the body.
      class FlatSide
        attr_reader :normal, :along, :across, :ends, :bounds, :stretch

        # Lines without an end: the body's own outline ends them.
        WHOLE = [-Float::INFINITY, Float::INFINITY].freeze

        # A Profile in the plane of a frame whose n points out of the body; lines run along its longer side.
        def self.of(frame, profile)
          box = profile.box
          long = box.width > box.height
          new(long ? frame : turned(frame), ends: long ? [box.bottom, box.top] : [box.left, box.right].map(&:-@).reverse,
                                            bounds: Bounds.of_box(frame, box))
        end

        # By a quarter.
        def self.turned(frame) = Frame.new(frame.origin, frame.v, Vector.scale(frame.u, -1), frame.n)

        # Lines run along the u of a frame whose n is the normal; +ends+ are the least and greatest place across them (along v), +stretch+
        # from where to where along a line the side is.
        def initialize(frame, ends:, bounds:, stretch: WHOLE)
          @origin = frame.origin
          @normal = frame.n
          @along = frame.u
          @across = frame.v
          @ends = ends
          @bounds = bounds
          @stretch = stretch
          @level = Vector.dot(@origin, normal)
          @start = Vector.dot(@origin, across)
        end

        # [a point of the line, its direction, normal, what an area has of a stretch of it: at its foot, and how that grows].
        def line(place) = [Vector.along(@origin, across, place), along, normal, 1.0, 0.0]

        # How far another side is off that lies in the same plane; nil for others.
        def off(other)
          return unless other.is_a?(FlatSide) && Vector.dot(other.normal, normal).abs > 1 - 1e-12

          level(other.point).abs.then { |apart| apart if apart < Kinks::NEAR }
        end

        # A point of its plane.
        def point = @origin

        # How far a point lies in front.
        def level(point) = Vector.dot(point, normal) - @level

        # Place of a point across the lines.
        def place(point) = Vector.dot(point, across) - @start

        # Least and greatest place of Bounds, as far as its own.
        def reach(bounds)
          low, high = bounds.span(across)
          [[low - @start, ends[0]].max, [high - @start, ends[1]].min]
        end

        # Places at which a straight edge goes through its plane or begins and ends in it.
        def edge_places(from, till)
          at = level(from)
          over = level(till)
          return [place(from), place(till)] if at.abs < Kinks::NEAR && over.abs < Kinks::NEAR
          return [] unless at.negative? ^ over.negative?

          share = at / (at - over)
          [place(Vector.add(Vector.scale(from, 1 - share), Vector.scale(till, share)))]
        end

        # The same of a whole straight line that a cylinder or cone has along it.
        def line_places(from, till) = edge_places(from, till)

        # Angles of a circle (centre, two radii in space that stand at right angles) at which it goes through the plane, or, where it lies
        # in it, at which it turns along the lines.
        def circle_angles(centre, one, other)
          a = Vector.dot(one, normal)
          b = Vector.dot(other, normal)
          return Kinks.angles(a, b, level(centre)) if Math.hypot(a, b) > Kinks::NEAR
          return [] if level(centre).abs > Kinks::NEAR

          towards = Math.atan2(Vector.dot(other, across), Vector.dot(one, across))
          [towards, towards + Math::PI]
        end

        # Angles at which a cylinder or cone (normal: cosine · one + sine · other + rest) is touched by lines of this direction.
        def touching(one, other, rest, _foot) = Kinks.angles(Vector.dot(one, along), Vector.dot(other, along), Vector.dot(rest, along))
      end
    end
  end
end
