# frozen_string_literal: true

module VastLattice
  module Drawing
    # A line from [x, y, depth] to another; the larger depth is nearer to the eye. That of a circle seen edge-on comes nearer between its
    # ends, by its radius (+bulge+) in the middle.
    # +level+ is the depth of the face that one looks onto whose outline it is part of; +front+ is false where its face looks away,
    # +blind+ is true where what one sees changes at it.
    class Segment
      # From the middle of a side of an octagon to its end, in radii of the circle within it: tan 22.5°.
      CORNER = Math.sqrt(2) - 1
      private_constant :CORNER

      attr_reader :from, :till, :owner, :bulge, :level
      attr_accessor :front, :blind

      def initialize(from, till, owner, bulge: nil, level: nil, front: nil, blind: nil)
        @from = from
        @till = till
        @owner = owner
        @bulge = bulge
        @level = level
        @front = front
        @blind = blind
      end

      def box
        @box ||= Geometry::Box.new(left: [from[0], till[0]].min, right: [from[0], till[0]].max,
                                   bottom: [from[1], till[1]].min, top: [from[1], till[1]].max)
      end

      # The point at a share of the way.
      def at(share)
        depth = from[2] + ((till[2] - from[2]) * share)
        depth += bulge * Math.sqrt([4 * share * (1 - share), 0.0].max) if bulge
        [from[0] + ((till[0] - from[0]) * share), from[1] + ((till[1] - from[1]) * share), depth]
      end

      def ends = [0.0, 1.0]

      # How long it is in the view, mm.
      def length = @length ||= Math.hypot(till[0] - from[0], till[1] - from[1])

      # The direction across it in the view.
      def across(_share)
        [(from[1] - till[1]) / length, (till[0] - from[0]) / length]
      end

      # The furthest and the nearest of it.
      def deep = @deep ||= [from[2], till[2]].min
      def high = @high ||= [from[2], till[2]].max + bulge.to_f

      # Points between which it lies, with its depths: that of a circle seen edge-on within half of an octagon around it.
      def hull
        return [from, till] unless bulge

        @hull ||= [[0.0, CORNER], [(1 - CORNER) / 2, 1.0], [(1 + CORNER) / 2, 1.0], [1.0, CORNER]].map do |share, near|
          [from[0] + ((till[0] - from[0]) * share), from[1] + ((till[1] - from[1]) * share),
           [from[2], till[2]].max + (bulge * near)]
        end + [from, till]
      end

      def mark = Marks::Line.new(from: from.first(2), till: till.first(2), owner: owner)

      # The same of another one's.
      def moved(over, upwards, nearer, name)
        one, other = [from, till].map { |x, y, depth| [x + over, y + upwards, depth + nearer] }
        Segment.new(one, other, name, bulge: bulge, level: level && (level + nearer), front: front, blind: blind)
      end

      # Equal ones lie upon each other in the view.
      def place
        @place ||= begin
          one = (from[0] * 1e4).round
          two = (from[1] * 1e4).round
          three = (till[0] * 1e4).round
          four = (till[1] * 1e4).round
          one < three || (one == three && two <= four) ? [one, two, three, four] : [three, four, one, two]
        end
      end
    end
  end
end
