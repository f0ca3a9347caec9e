# frozen_string_literal: true

module VastLattice
  module Geometry
    # Where a pattern of components runs, as a Spot is for features: +along+ an axis, from the first instance on; +length+ is what
    # it fills. Offsets are [along the axis, across it].
    class Track < Value.with(:along, length: 0.0)
      ACROSS = { 'x' => 'z', 'y' => 'x', 'z' => 'x' }.freeze
      # Circles run the same way round in every plane.
      WALL = Struct.new(:sense).new(1.0).freeze
      private_constant :WALL

      def steps(count, along: self.along, &distance) = Array.new([count, 0].max) { |index| offset(along, distance.call(index)) }
      def offset(along, distance) = along == self.along ? [distance, 0.0] : [0.0, distance]
      def position(_along = nil) = 0.0
      def length(_along = nil) = @length
      def other = ACROSS.fetch(along)
      def wall = WALL

      # Vectors in space from the first instance to each that a kind of pattern makes of some numbers.
      def vectors(kind, numbers)
        axes = [along, other].map { |axis| Family::Component::AXES.index(axis) }
        kind.offsets(numbers, self).map do |over, across|
          Array.new(3, 0.0).tap do |vector|
            vector[axes[0]] = over
            vector[axes[1]] = across
          end
        end
      end
    end
  end
end
