# frozen_string_literal: true

module VastLattice
  module Geometry
    # A plate's face: an outline less its cuts. Cuts that touch nothing else keep their exact arcs and
    # areas; those that meet each other or the edge are joined by GEOS.
    class Region
      # +outline+ is a Loop; +pieces+ the outlines that are left, as SVG-ready rings; +free+ the exact cuts.
      attr_reader :outline, :area, :entangled, :free

      # +cuts+ are Loops; +relations+ say how each lies to the outline.
      def initialize(outline, cuts, relations)
        @outline = outline
        inside = cuts.zip(relations).reject { |_, relation| relation == :outside }
        crossing, within = inside.partition { |_, relation| relation == :crosses }.map { |list| list.map(&:first) }
        meeting = Overlaps.indexes(within + crossing)
        @entangled = crossing + within.each_index.select { |index| meeting.include?(index) }.map { |index| within[index] }
        @free = within - @entangled
        @rest = @entangled.empty? ? nil : Planar.difference(outline, @entangled)
        @area = whole_area - @free.sum(&:area)
        freeze
      end

      # Rings of points of the outline where cuts changed it: [[outer, [holes]], …], or nil.
      def pieces = @rest

      private

      def whole_area
        return outline.area unless @rest

        # A polygon stands for an arc with the same area, so the outline's own arcs are right as well.
        @rest.sum { |outer, holes| Planar.ring_area(outer) - holes.sum { |hole| Planar.ring_area(hole) } }
      end
    end
  end
end
