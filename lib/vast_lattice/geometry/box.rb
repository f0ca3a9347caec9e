# frozen_string_literal: true

module VastLattice
  module Geometry
    # An upright rectangle in mm.
    class Box < Value.with(:left, :bottom, :right, :top)
      def width = right - left
      def height = top - bottom

      def move(over, upwards) = Box.new(left: left + over, right: right + over, bottom: bottom + upwards, top: top + upwards)

      # Whether +other+ lies strictly within this box.
      def holds?(other) = other.left > left && other.right < right && other.bottom > bottom && other.top < top

      # Whether the two share at least a point.
      def meets?(other) = left <= other.right && other.left <= right && bottom <= other.top && other.bottom <= top
    end
  end
end
