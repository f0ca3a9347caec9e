# frozen_string_literal: true

module VastLattice
  module Geometry
    # Finds what comes near among many things with bounds, without looking at all of them: they are sorted into slices
    # along the direction in which they are spread most.
    class Nearby
      SLICES = 128

      # The block gives the Bounds of an item.
      def initialize(items, &)
        @items = items
        @bounds = items.map(&)
        @axis, @low, @wide = spread
        @slices = Array.new(SLICES) { [] }
        @bounds.each_with_index { |bounds, index| slices(bounds, 0.0).each { |slice| @slices[slice] << index } }
      end

      # Items whose bounds come within +reach+ of +bounds+, in their order.
      def near(bounds, reach)
        return [] if @items.empty?

        found = slices(bounds, reach).flat_map { |slice| @slices[slice] }
        found.uniq.sort.select { |index| @bounds[index].meets?(bounds, reach) }.map { |index| @items[index] }
      end

      private

      def spread
        return [0, 0.0, 1.0] if @bounds.empty?

        ranges = [0, 1, 2].map { |axis| [@bounds.map { |bounds| bounds.low[axis] }.min, @bounds.map { |bounds| bounds.high[axis] }.max] }
        axis = [0, 1, 2].max_by { |one| ranges[one].last - ranges[one].first }
        [axis, ranges[axis].first, [(ranges[axis].last - ranges[axis].first) / SLICES, 1e-9].max]
      end

      # Numbers of the slices that bounds reach into; what lies beyond the ends belongs to the slices there.
      def slices(bounds, reach)
        first, last = [bounds.low[@axis] - reach, bounds.high[@axis] + reach].map { |at| ((at - @low) / @wide).floor.clamp(0, SLICES - 1) }
        first..last
      end
    end
  end
end
