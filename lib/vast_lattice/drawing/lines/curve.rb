# frozen_string_literal: true

module VastLattice
  module Drawing
    # A part of a circle that one looks onto, as Marks::Arc, at one +depth+.
    # +front+ and +blind+ as of a Segment.
    class Curve
      attr_reader :centre, :radius, :start, :sweep, :depth, :owner
      attr_accessor :front, :blind

      def initialize(centre, radius, depth, owner, start: 0.0, sweep: 2 * Math::PI, front: nil, blind: nil)
        @centre = centre
        @radius = radius
        @depth = depth
        @owner = owner
        @start = start
        @sweep = sweep
        @front = front
        @blind = blind
      end

      def box
        @box ||= Geometry::Box.new(left: centre[0] - radius, right: centre[0] + radius,
                                   bottom: centre[1] - radius, top: centre[1] + radius)
      end

      def at(share)
        angle = start + (sweep * share)
        [centre[0] + (radius * Math.cos(angle)), centre[1] + (radius * Math.sin(angle)), depth]
      end

      def length = radius * sweep
      def whole? = sweep >= (2 * Math::PI) - 1e-9
      def ends = whole? ? [] : [0.0, 1.0]
      def across(share) = (start + (sweep * share)).then { |angle| [Math.cos(angle), Math.sin(angle)] }
      def deep = depth
      def high = depth
      def hull = [[box.left, box.bottom, depth], [box.right, box.bottom, depth], [box.right, box.top, depth], [box.left, box.top, depth]]
      def mark = Marks::Arc.new(centre: centre, radius: radius, start: start, sweep: sweep, owner: owner)

      def moved(over, upwards, nearer, name)
        middle = [centre[0] + over, centre[1] + upwards]
        Curve.new(middle, radius, depth + nearer, name, start: start, sweep: sweep, front: front, blind: blind)
      end

      def place = [*centre, radius, start, sweep].map { |number| (number * 1e4).round }
    end
  end
end
