# frozen_string_literal: true

module VastLattice
  module Geometry
    # A plane area with holes: an outer Loop less inner ones, which neither touch it nor each other.
    class Profile
      attr_reader :outer, :inners

      def initialize(outer, inners = [])
        @outer = outer
        @inners = inners
      end

      def loops = [outer, *inners]
      def box = outer.box
      def without(holes) = Profile.new(outer, inners + holes)

      # mm2.
      def area = outer.area - inners.sum(&:area)

      # Centroid [x, y].
      def centroid
        over, up = inners.map(&:moments).reduce(outer.moments) { |left, hole| [left[0] - hole[0], left[1] - hole[1]] }
        [over / area, up / area]
      end

      # The same for Planar.
      def polygon = Planar.polygon(outer.polygon, inners.map(&:polygon))

      # Parts of a line inside, as Loop#intervals.
      def intervals(a, b, c) = loops.flat_map { |loop| loop.intervals(a, b, c) }.flatten.sort.each_slice(2).to_a

      def holds?(x, y) = outer.holds?(x, y) && inners.none? { |loop| loop.holds?(x, y) }
    end
  end
end
