# frozen_string_literal: true

module VastLattice
  module Geometry
    # Polygons of a geometry from its well-known binary form (OGC Simple Features): quicker than asking GEOS point by
    # point, and no part is held on to after its whole is gone.
    class Wkb
      POLYGON = 3

      # [[outer points, [hole points, …]], …] of everything in the bytes (little-endian); rings without their closing point.
      def self.polygons(bytes) = new(bytes).polygons

      def initialize(bytes)
        @bytes = bytes
        @at = 0
      end

      def polygons
        type = @bytes.unpack1('L<', offset: @at + 1) & 0xff
        count = @bytes.unpack1('L<', offset: @at + 5)
        @at += 9
        return [Array.new(count) { ring }].reject(&:empty?).map { |outer, *holes| [outer, holes] } if type == POLYGON

        type > POLYGON ? Array.new(count) { polygons }.flatten(1) : skip(type, count)
      end

      private

      def ring
        size = @bytes.unpack1('L<', offset: @at)
        points = @bytes.unpack("E#{size * 2}", offset: @at + 4).each_slice(2).to_a
        @at += 4 + (size * 16)
        points[0...-1]
      end

      # Points (type 1, whose first number stands where a count would) and lines hold no area.
      def skip(type, count)
        @at += type == 1 ? 12 : count * 16
        []
      end
    end
  end
end
