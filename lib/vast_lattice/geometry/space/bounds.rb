# frozen_string_literal: true

module VastLattice
  module Geometry
    # An upright box in space: its lowest and highest corner in mm.
    class Bounds
      attr_reader :low, :high

      # Around points.
      def self.of(points)
        xs, ys, zs = points.transpose
        new([xs.min, ys.min, zs.min], [xs.max, ys.max, zs.max])
      end

      # Around a Box in a frame's plane, between two heights.
      def self.of_box(frame, box, low = 0.0, high = 0.0)
        middle = frame.point(*box.middle, (low + high) / 2)
        wide = box.width / 2
        tall = box.height / 2
        deep = (high - low) / 2
        reach = [0, 1, 2].map { |axis| (frame.u[axis].abs * wide) + (frame.v[axis].abs * tall) + (frame.n[axis].abs * deep) }
        new(Vector.minus(middle, reach), Vector.add(middle, reach))
      end

      # Around other bounds.
      def self.around(list)
        return list.first if list.size == 1

        of(list.flat_map { |bounds| [bounds.low, bounds.high] })
      end

      def initialize(low, high)
        @low = low
        @high = high
      end

      # Length along x, y and z.
      def size = Vector.minus(high, low)

      def centre = Vector.scale(Vector.add(low, high), 0.5)

      # Whether the two come within +reach+ of each other.
      def meets?(other, reach = 0.0)
        low[0] <= other.high[0] + reach && other.low[0] <= high[0] + reach && low[1] <= other.high[1] + reach &&
          other.low[1] <= high[1] + reach && low[2] <= other.high[2] + reach && other.low[2] <= high[2] + reach
      end

      # Whether +other+ lies within, touching or not.
      def holds?(other) = [0, 1, 2].all? { |axis| other.low[axis] >= low[axis] - 1e-9 && other.high[axis] <= high[axis] + 1e-9 }

      # Lowest and highest reach along a direction.
      def span(direction)
        ends = [0, 1, 2].map { |axis| [low[axis] * direction[axis], high[axis] * direction[axis]].minmax }
        [ends.sum(&:first), ends.sum(&:last)]
      end

      def corners = low.zip(high).then { |xs, ys, zs| xs.product(ys, zs) }
    end
  end
end
