# frozen_string_literal: true

module VastLattice
  module Geometry
    # The box of a solid of which cuts may have taken an outermost side: its surface in chords tells where, and there the
    # last section that still holds material is looked for, which knows true arcs.
    class TrueBounds
      AXES = [Vector::X, Vector::Y, Vector::Z].freeze
      # Lengths nearer than this are equal, mm.
      SAME = 1e-6
      HALVINGS = 40

      def initialize(solid)
        @solid = solid
        pieces = solid.tangled + solid.clear
        @steps = pieces.flat_map { |piece| piece.bodies.map { |body| [piece.operation, body] } }
        @outer = Bounds.around([solid.blank.bounds, *pieces.reject(&:cut?).map(&:bounds)])
      end

      # Returns Bounds.
      def bounds
        # Most cuts leave something of every outermost side; the surface takes long to find.
        return @outer if [0, 1, 2].all? { |axis| kept?(axis, @outer.low[axis], 1) && kept?(axis, @outer.high[axis], -1) }

        points = @solid.surface.flat_map { |face| face.facets(96).flat_map(&:points) }
        # Of a sliver no face may be left.
        return @outer if points.empty?

        rough = Bounds.of(points)
        low = [0, 1, 2].map { |axis| found(axis, rough.low[axis], @outer.low[axis]) }
        high = [0, 1, 2].map { |axis| found(axis, rough.high[axis], @outer.high[axis]) }
        Bounds.new(low, high)
      end

      private

      # Whether there is material right at an outermost end.
      def kept?(axis, height, inwards) = material?(axis, height + (inwards * SAME))

      # Between a rough end and the end of all that there ever was.
      def found(axis, rough, outer)
        inwards = (rough - outer) * (outer == @outer.low[axis] ? 1 : -1)
        return outer if inwards < SAME

        size = @outer.high[axis] - @outer.low[axis]
        inside = rough + ((rough <=> outer) * size * 0.01)
        last(axis, inside, outer)
      end

      def last(axis, inside, outside)
        HALVINGS.times do
          middle = (inside + outside) / 2
          material?(axis, middle) ? inside = middle : outside = middle
        end
        inside.round(6)
      end

      def material?(axis, height)
        plane = Sections.plane(AXES[axis], height)
        near = ->(body) { body.bounds.span(AXES[axis]).then { |low, high| height.between?(low - SAME, high + SAME) } }
        !Sections.area(@solid.blank.bodies.select(&near), @steps.select { |_, body| near.call(body) }, plane).nil?
      end
    end
  end
end
