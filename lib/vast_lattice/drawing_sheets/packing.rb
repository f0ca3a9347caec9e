# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # Puts boxes into a room without one meeting another: each at the highest place that is free, and there as far left as can be.
    class Packing
      GAP = 6.0

      # +room+ and +taken+ are Geometry::Boxes.
      def initialize(room, taken = [])
        @room = room
        @taken = taken.dup
      end

      # [left, top] for a box of that size, which is taken then; nil where there is no room.
      def put(width, height)
        return if width > @room.width + 1e-6 || height > @room.height + 1e-6

        tops.product(lefts).each do |top, left|
          box = Geometry::Box.new(left: left, right: left + width, bottom: top - height, top: top)
          next unless inside?(box) && @taken.none? { |other| meet?(box, other) }

          @taken << box
          return [left, top]
        end
        nil
      end

      private

      def tops = [@room.top, *@taken.map { |box| box.bottom - GAP }].sort.reverse.uniq
      def lefts = [@room.left, *@taken.map { |box| box.right + GAP }].sort.uniq

      def inside?(box)
        box.left >= @room.left - 1e-6 && box.right <= @room.right + 1e-6 && box.bottom >= @room.bottom - 1e-6 && box.top <= @room.top + 1e-6
      end

      def meet?(one, other)
        one.left < other.right + GAP - 1e-6 && other.left < one.right + GAP - 1e-6 &&
          one.bottom < other.top + GAP - 1e-6 && other.bottom < one.top + GAP - 1e-6
      end
    end
  end
end
