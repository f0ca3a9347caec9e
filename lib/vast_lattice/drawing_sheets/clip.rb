# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # What lies of marks within a circle.
    class Clip
      TURN = 2 * Math::PI

      # +circle+ is a Marks::Arc.
      def initialize(circle)
        @circle = circle
      end

      # The pieces of a line or an arc that lie within.
      def of(mark) = mark.is_a?(Drawing::Marks::Line) ? line(mark) : arc(mark)

      private

      # Where a x² + 2 b x + c vanishes between 0 and 1 it comes in or goes out.
      def line(mark)
        way = away(mark.till, mark.from)
        start = away(mark.from, @circle.centre)
        roots = Drawing::Crossings.roots(dot(way, way), dot(start, way), dot(start, start) - (@circle.radius**2))
        return [] if roots.empty?

        from, till = roots.map { |share| share.clamp(0.0, 1.0) }
        return [] if till - from < 1e-9

        ends = [from, till].map { |share| mark.from.zip(way).map { |place, along| place + (along * share) } }
        [mark.with(from: ends.first, till: ends.last)]
      end

      def away(point, other) = Drawing::Crossings.away(point, other)
      def dot(one, other) = (one[0] * other[0]) + (one[1] * other[1])

      def arc(mark)
        cuts = Drawing::Crossings.angles(mark, @circle).map { |angle| (angle - mark.start) % TURN }.grep(1e-9..(mark.sweep - 1e-9)).sort
        [0.0, *cuts, mark.sweep].each_cons(2).filter_map do |from, till|
          middle = away(mark.at(mark.start + ((from + till) / 2)), @circle.centre)
          mark.with(start: mark.start + from, sweep: till - from) if Math.hypot(*middle) <= @circle.radius
        end
      end
    end
  end
end
