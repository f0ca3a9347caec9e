# frozen_string_literal: true

module VastLattice
  module Drawing
    # The depth of a cylinder or cone seen from its side. +ends+ are both ends of its axis [x, y, depth], +radii+ those there; across
    # the +way+ 0 (x) or 1 (y) it is round.
    class Rounded
      attr_reader :way

      def initialize(ends, radii, way)
        @ends = ends
        @radii = radii
        @way = way
      end

      # Its outline, counter-clockwise.
      def ring
        corners = [[0, -1], [1, -1], [1, 1], [0, 1]].map do |number, side|
          point = @ends[number].first(2)
          point[@way] += side * @radii[number]
          point
        end
        area = corners.each_index.sum { |at| (corners[at - 1][0] * corners[at][1]) - (corners[at][0] * corners[at - 1][1]) }
        area.negative? ? corners.reverse : corners
      end

      def low = @ends.map(&:last).min
      def high = low + @radii.max

      # At its outline the axis, in its middle a radius more.
      def at(at_x, at_y)
        along, across = @way.zero? ? [at_y, at_x] : [at_x, at_y]
        from, till = @ends.map { |one| one[1 - @way] }
        share = ((along - from) / (till - from)).clamp(0.0, 1.0)
        radius = @radii[0] + ((@radii[1] - @radii[0]) * share)
        @ends[0][2] + Math.sqrt([(radius**2) - ((across - @ends[0][@way])**2), 0.0].max)
      end

      def plane? = false
    end
  end
end
