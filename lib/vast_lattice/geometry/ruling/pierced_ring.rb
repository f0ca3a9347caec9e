# frozen_string_literal: true

module VastLattice
  module Geometry
    module Ruling
      # A Ring as straight lines go through it.
      class PiercedRing
        FLAT = 1e-12

        def initialize(ring)
          @frame = ring.frame
          @low = ring.low
          @high = ring.high
          @outer = slope(ring.outer)
          @inner = slope(ring.inner) if ring.inner.any?(&:positive?)
        end

        # As PiercedPrism#spans.
        def spans(point, direction)
          x, y, height = @frame.local(point)
          way = [Vector.dot(direction, @frame.u), Vector.dot(direction, @frame.v), Vector.dot(direction, @frame.n)]
          ends = between(height, way[2]) or return Spans::NONE
          found = Spans.both(within(@outer, [x, y, height], way), ends)
          return found if found.empty? || @inner.nil?

          Spans.minus(found, within(@inner, [x, y, height], way))
        end

        private

        # Radius at height 0, and by how much it grows with the height.
        def slope((at_low, at_high))
          growth = (at_high - at_low) / (@high - @low)
          [at_low - (growth * @low), growth]
        end

        def between(height, rise)
          return (height > @low && height < @high ? [-Float::INFINITY, Float::INFINITY] : nil) if rise.abs < FLAT

          [(@low - height) / rise, (@high - height) / rise].sort
        end

        # Where x² + y² is less than the square of the radius: a quadratic in the place along the line.
        def within((start, growth), (x, y, height), (over, upwards, rise))
          radius = start + (growth * height)
          change = growth * rise
          square = (over * over) + (upwards * upwards) - (change * change)
          half = (x * over) + (y * upwards) - (radius * change)
          rest = (x * x) + (y * y) - (radius * radius)
          return linear(half, rest) if square.abs < FLAT

          under = (half * half) - (square * rest)
          return square.positive? ? Spans::NONE : [-Float::INFINITY, Float::INFINITY] if under <= 0

          root = Math.sqrt(under)
          roots = [(-half - root) / square, (-half + root) / square]
          square.positive? ? roots : [-Float::INFINITY, roots[1], roots[0], Float::INFINITY]
        end

        def linear(half, rest)
          return rest.negative? ? [-Float::INFINITY, Float::INFINITY] : Spans::NONE if half.abs < FLAT

          half.positive? ? [-Float::INFINITY, -rest / (2 * half)] : [-rest / (2 * half), Float::INFINITY]
        end
      end
    end
  end
end
