# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # What a view leaves out of the middle of a long slender product (ISO 128-3, interrupted views), so that its ends can be read: from
    # +from+ to +till+ mm along an +axis+ of the view (0 across, 1 upwards), of which +left+ mm are left between two break lines.
    class Interruption < Value.with(:axis, :from, :till, :left)
      # What is so many times as long as it is thick is slender; each end keeps so many times its thickness, and of the middle that share.
      SLENDER = Drawing::Gap::SLENDER
      ENDS = Drawing::Gap::DRAWN / 2
      LEFT = 0.4
      # How far break lines reach past the outline, and the size of their zigzag, mm of paper.
      OVER = 3.0
      ZIGZAG = 2.0
      private_constant :SLENDER, :ENDS, :LEFT, :OVER, :ZIGZAG

      # That of bodies in the frame of a view; nil where they are not slender, or where one looks along them.
      def self.of(bodies, frame)
        ranges = bodies.flat_map(&:corners).transpose.map(&:minmax)
        long, thick, = ranges.sort_by { |low, high| low - high }
        thickness = thick[1] - thick[0]
        axis = [frame.u, frame.v].index { |one| one[ranges.index(long)].abs > 0.5 }
        return if axis.nil? || long[1] - long[0] < SLENDER * thickness

        from, till = middle(long, thickness).map { |at| frame.local(ranges.map { |range| range.equal?(long) ? at : 0.0 })[axis] }.sort
        new(axis: axis, from: from, till: till, left: LEFT * thickness)
      end

      # From where to where a range is left out.
      def self.middle((low, high), thickness) = [low + (ENDS * thickness), high - (ENDS * thickness)]
      private_class_method :middle

      # Where a place along the axis comes to lie.
      def along(place)
        return place if place <= from
        return from + ((place - from) * left / (till - from)) if place < till

        place - (till - from) + left
      end

      # A number along one of the axes of the view, and a point of it.
      def moved(place, other_axis) = other_axis == axis ? along(place) : place
      def point(place) = place.each_with_index.map { |number, index| moved(number, index) }

      # Marks without what lies in the middle, moved together.
      def marks(list) = list.flat_map { |mark| mark.is_a?(Drawing::Marks::Line) ? line(mark) : round(mark) }

      # The two break lines in a view that reaches from +low+ to +high+ across the axis, at a scale.
      def lines(low, high, scale)
        [from, from + left].flat_map do |at|
          zigzag(at, low - (OVER / scale), high + (OVER / scale), ZIGZAG / scale).each_cons(2).map do |ends|
            one, other = ends.map { |place| axis.zero? ? place : place.reverse }
            Drawing::Marks::Line.new(from: one, till: other, role: :dimension)
          end
        end
      end

      private

      def line(mark)
        low, high = [mark.from, mark.till].sort_by { |place| place[axis] }
        return [moved_line(mark, low, high)] if low[axis] >= till || high[axis] <= from

        pieces = []
        pieces << moved_line(mark, low, cut(low, high, from)) if low[axis] < from
        pieces << moved_line(mark, cut(low, high, till), high) if high[axis] > till
        pieces
      end

      def moved_line(mark, low, high) = mark.with(from: point(low), till: point(high))

      # The point of a line at a place along the axis.
      def cut(low, high, place)
        share = (place - low[axis]) / (high[axis] - low[axis])
        low.zip(high).map { |one, other| one + ((other - one) * share) }
      end

      # What is round is there as a whole, or not at all where it reaches into the middle.
      def round(mark)
        reach = mark.points.map { |place| place[axis] }.minmax
        return [] if reach[1] > from && reach[0] < till

        away = [0.0, 0.0]
        away[axis] = along(reach[0]) - reach[0]
        [mark.placed(1.0, *away)]
      end

      def zigzag(at, low, high, size)
        middle = (low + high) / 2
        half = size / 2
        [[at, low], [at, middle - size], [at - half, middle - half], [at + half, middle + half], [at, middle + size], [at, high]]
      end
    end
  end
end
