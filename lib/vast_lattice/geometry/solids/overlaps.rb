# frozen_string_literal: true

module VastLattice
  module Geometry
    # Finds which Loops of a list share an area. A sweep from left to right keeps it quick for long rows
    # of holes.
    module Overlaps
      # Pairs of indexes of loops that overlap.
      def self.pairs(loops)
        boxes = loops.map(&:box)
        order = loops.each_index.sort_by { |index| boxes[index].left }
        active = []
        order.flat_map do |index|
          active.reject! { |other| boxes[other].right < boxes[index].left }
          found = active.select { |other| boxes[other].meets?(boxes[index]) && meet?(loops[other], loops[index]) }
          active << index
          found.map { |other| [other, index].minmax }
        end
      end

      # Whether two loops share an area.
      def self.meet?(one, other)
        first = one.circle
        second = other.circle
        return Math.hypot(first[0] - second[0], first[1] - second[1]) < first[2] + second[2] if first && second

        Planar.overlap?(one, other)
      end
    end
  end
end
