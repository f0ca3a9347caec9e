# frozen_string_literal: true

module VastLattice
  module Geometry
    # A right-handed frame in space: an origin (mm) and three unit directions. +u+ and +v+ span its plane,
    # +n+ stands on it; of a wall, +n+ points out of the material.
    class Frame
      attr_reader :origin, :u, :v, :n

      # A frame with the given plane directions; +n+ follows from them.
      def self.at(origin, across, upwards) = new(origin, across, upwards, Vector.cross(across, upwards))

      # A frame at x, y, z after turns about the axes x, y and z, one after the other: +numbers+ in mm and degrees by name.
      def self.turned(numbers)
        turns = %i[turn_x turn_y turn_z].zip([Vector::X, Vector::Y, Vector::Z])
        across, upwards = [Vector::X, Vector::Y].map { |axis| turns.reduce(axis) { |one, (field, about)| Vector.turn(one, about, numbers[field]) } }
        at(numbers.values_at(:x, :y, :z), across, upwards)
      end

      def initialize(origin, across, upwards, out)
        @origin = origin.freeze
        @u = across.freeze
        @v = upwards.freeze
        @n = out.freeze
        freeze
      end

      # The point in space of x, y in the plane and +height+ above it.
      def point(x, y, height = 0.0)
        [@origin[0] + (@u[0] * x) + (@v[0] * y) + (@n[0] * height), @origin[1] + (@u[1] * x) + (@v[1] * y) + (@n[1] * height),
         @origin[2] + (@u[2] * x) + (@v[2] * y) + (@n[2] * height)]
      end

      # The direction in space of one given in this frame.
      def direction(one) = Vector.minus(point(*one), @origin)

      # [x, y, height] of a point in space.
      def local(point)
        away = Vector.minus(point, @origin)
        [Vector.dot(away, @u), Vector.dot(away, @v), Vector.dot(away, @n)]
      end

      # Points [x, y] of this frame at a height, as they lie in the plane of another: many at once, quickly.
      def onto(plane, points, height = 0.0)
        start = plane.local(point(0.0, 0.0, height))
        (ux, uy), (vx, vy) = [u, v].map { |own| [Vector.dot(own, plane.u), Vector.dot(own, plane.v)] }
        points.map { |x, y, *| [start[0] + (ux * x) + (vx * y), start[1] + (uy * x) + (vy * y)] }
      end

      # What each of its directions has of the depth of the space that it is given in.
      def depths = [@u[2], @v[2], @n[2]]

      # The same frame moved along its own directions.
      def move(x, y, height = 0.0) = Frame.new(point(x, y, height), @u, @v, @n)

      # The same plane seen from behind, x still to the same side of the origin's v.
      def flip = Frame.new(@origin, Vector.scale(@u, -1), @v, Vector.scale(@n, -1))

      # This frame, given within +outer+, in the space of +outer+.
      def within(outer) = Frame.new(outer.point(*@origin), outer.direction(@u), outer.direction(@v), outer.direction(@n))

      # This frame as seen from another one: its point() gives what +other+'s local() gives of its own, at half the work.
      def seen_from(other)
        across, upwards, out = [@u, @v, @n].map { |own| [Vector.dot(own, other.u), Vector.dot(own, other.v), Vector.dot(own, other.n)] }
        Frame.new(other.local(@origin), across, upwards, out)
      end

      # This frame moved as +from+ is moved to +to+.
      def carried(from, to) = from.equal?(to) ? self : seen_from(from).within(to)

      # Whether both planes have the same or opposite direction.
      def parallel?(direction) = Vector.dot(@n, direction).abs > 1 - 1e-9

      # A Loop of this frame's plane as it lies in the parallel plane of another; counter-clockwise there.
      def carry(loop, other)
        if @u == other.u && @v == other.v
          x, y, = other.local(@origin)
          return loop.move(x, y)
        end

        flipped = Vector.dot(@n, other.n).negative?
        points = onto(other, loop.vertices)
        bulges = loop.vertices.map(&:last)
        return Loop.new(points.zip(bulges).map { |(x, y), bulge| [x, y, bulge] }, area: loop.area) unless flipped

        # Backwards, each edge starts where it ended; seen from behind and backwards, an arc keeps its bulge.
        Loop.new(points.reverse.zip(bulges.reverse.rotate(1)).map { |(x, y), bulge| [x, y, bulge] })
      end

      SPACE = at([0.0, 0.0, 0.0], Vector::X, Vector::Y)
    end
  end
end
