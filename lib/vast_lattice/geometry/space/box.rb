# frozen_string_literal: true

module VastLattice
  module Geometry
    # An upright rectangle in mm.
    class Box
      attr_reader :left, :bottom, :right, :top

      def initialize(left:, bottom:, right:, top:)
        @left = left
        @bottom = bottom
        @right = right
        @top = top
        freeze
      end

      def width = right - left
      def height = top - bottom
      def middle = [(left + right) / 2, (bottom + top) / 2]

      def move(over, upwards) = Box.new(left: left + over, right: right + over, bottom: bottom + upwards, top: top + upwards)

      # Whether +other+ lies strictly within this box.
      def holds?(other) = other.left > left && other.right < right && other.bottom > bottom && other.top < top

      # Whether the two share at least a point.
      def meets?(other) = left <= other.right && other.left <= right && bottom <= other.top && other.bottom <= top
    end
  end
end
