# frozen_string_literal: true

module VastLattice
  module Geometry
    # Arithmetic of points (mm) and directions in space, both lists [x, y, z].
    module Vector
      X = [1.0, 0.0, 0.0].freeze
      Y = [0.0, 1.0, 0.0].freeze
      Z = [0.0, 0.0, 1.0].freeze

      module_function

      def add(one, other) = [one[0] + other[0], one[1] + other[1], one[2] + other[2]]
      def minus(one, other) = [one[0] - other[0], one[1] - other[1], one[2] - other[2]]
      def scale(one, factor) = [one[0] * factor, one[1] * factor, one[2] * factor]
      def dot(one, other) = (one[0] * other[0]) + (one[1] * other[1]) + (one[2] * other[2])
      def length(one) = Math.sqrt(dot(one, one))
      def unit(one) = scale(one, 1 / length(one))

      def cross(one, other)
        [(one[1] * other[2]) - (one[2] * other[1]), (one[2] * other[0]) - (one[0] * other[2]), (one[0] * other[1]) - (one[1] * other[0])]
      end

      # The middle of the box around points.
      def middle(points) = points.transpose.map { |places| places.minmax.sum / 2 }

      # +point+ moved by +distance+ along a +direction+.
      def along(point, direction, distance)
        [point[0] + (direction[0] * distance), point[1] + (direction[1] * distance), point[2] + (direction[2] * distance)]
      end

      # Turned about an +axis+ through the origin by degrees, right-handed (formula of Rodrigues).
      def turn(one, axis, degrees)
        angle = degrees * Math::PI / 180
        cos = Math.cos(angle)
        across = cross(axis, one)
        along(along(scale(one, cos), across, Math.sin(angle)), axis, dot(axis, one) * (1 - cos))
      end
    end
  end
end
