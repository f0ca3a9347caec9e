# frozen_string_literal: true

module VastLattice
  module Geometry
    # An upright box in space: its lowest and highest corner in mm.
    class Bounds < Value.with(:low, :high)
      # Around points.
      def self.of(points)
        xs, ys, zs = points.transpose
        new(low: [xs.min, ys.min, zs.min], high: [xs.max, ys.max, zs.max])
      end

      # Around other bounds.
      def self.around(list) = of(list.flat_map { |bounds| [bounds.low, bounds.high] })

      # Length along x, y and z.
      def size = Vector.minus(high, low)

      def centre = Vector.scale(Vector.add(low, high), 0.5)

      # Whether the two come within +reach+ of each other.
      def meets?(other, reach = 0.0)
        (0..2).all? { |axis| low[axis] <= other.high[axis] + reach && other.low[axis] <= high[axis] + reach }
      end

      # Lowest and highest reach along a direction.
      def span(direction)
        ends = (0..2).map { |axis| [low[axis] * direction[axis], high[axis] * direction[axis]].minmax }
        [ends.sum(&:first), ends.sum(&:last)]
      end

      def corners = low.zip(high).then { |xs, ys, zs| xs.product(ys, zs) }
    end
  end
end
